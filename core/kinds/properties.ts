/**
 * Values that no class can say, as custom properties of one section; its rules use them. The properties of all
 * sections of a page are one style element in its head, since there are no style attributes.
 */
import type { PictureValue } from '../fields/field.js';
import { htmlId, type InstancePath } from './view.js';

/** @example { '--focus': '30% 70%' } */
export type Properties = Readonly<Record<`--${string}`, string | number>>;

const NAME = /^--[a-z][a-z0-9-]*$/;
// Nothing with which a value could end itself, its rule or the element, begin a comment, or load anything.
const VALUE = /^[a-zA-Z0-9 #%.,()+*/-]{1,200}$/;

/**
 * The rule that gives a section its properties; empty if it has none.
 * @throws Error for a name or a value that is more than one of a custom property
 */
export const propertiesRule = (path: InstancePath, properties: Properties): string =>
  // Paths join ids with signs that a selector must escape (CSS Syntax Module, level 3).
  ruleOf(`#${htmlId(path).replace(/[^\w-]/g, '\\$&')}`, properties);

/** The same for whatever a selector names. */
export function ruleOf(selector: string, properties: Properties): string {
  const declared = Object.entries(properties).map(([name, value]) => {
    if (!NAME.test(name) || !VALUE.test(String(value)) || /url\(|\/\*|\*\//i.test(String(value)))
      throw new Error(`“${name}: ${value}” is no custom property with a plain value.`);
    return `${name}:${value}`;
  });
  return declared.length ? `${selector}{${declared.join(';')}}` : '';
}

/**
 * What keeps the focal point of a picture in sight where the picture is cut: the rules of a kind say
 * `object-position: var(--focus, 50% 50%)`.
 */
export const focusOf = (picture: PictureValue | null): Properties =>
  picture?.focus ? { '--focus': `${picture.focus.x}% ${picture.focus.y}%` } : {};
