/** Where a picture is cut it stays about its focal point. There are no style attributes, so the point goes by tenths. */
import type { PictureValue } from '../fields/field.js';

type Point = NonNullable<PictureValue['focus']>;

const TENTHS = [0, 10, 20, 30, 40, 50, 60, 70, 80, 90, 100];
const nearest = (hundredths: number): number => Math.round(hundredths / 10) * 10;

/** The classes of a picture with this focal point. */
export const focusClasses = ({ x, y }: Point): string => `focus-x-${nearest(x)} focus-y-${nearest(y)}`;

/** The rules behind the classes; part of every look's stylesheet. */
export const FOCUS_CSS = `img[class^=focus-]{object-position:var(--focus-x) var(--focus-y)}${TENTHS.map(
  (tenth) => `.focus-x-${tenth}{--focus-x:${tenth}%}.focus-y-${tenth}{--focus-y:${tenth}%}`,
).join('')}`;
