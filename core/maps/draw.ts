/** Draws made-up surroundings of a place as SVG: water, greens and streets that stay where they are at every zoom. */
import { chance, type Place } from './find.js';

/** How many metres a drawing is wide, by its zoom. */
export const ZOOMS = { near: 700, middle: 2_400, far: 9_000 } as const;
export type Zoom = keyof typeof ZOOMS;

const WIDTH = 800;
const HEIGHT = 450;
/** Metres in a degree of latitude (mean radius of the earth, 6,371 km). */
const DEGREE = 111_195;

/** Metres between two streets of a sort; every eighth is a main one, which larger drawings show alone. */
const STREET = 110;
const MAIN = 8;
/** Metres along the side of a field that is green or water. */
const FIELD = 440;

/** What is drawn, in metres from a corner of the world. */
interface Window {
  readonly west: number;
  readonly south: number;
  readonly width: number;
  readonly height: number;
}

function windowAt({ latitude, longitude }: Place, zoom: Zoom): Window {
  const width = ZOOMS[zoom];
  const height = (width * HEIGHT) / WIDTH;
  const x = longitude * DEGREE * Math.cos((latitude * Math.PI) / 180);
  const y = latitude * DEGREE;
  return { west: x - width / 2, south: y - height / 2, width, height };
}

const from = (start: number, step: number): number => Math.floor(start / step);
const round = (value: number): number => Math.round(value * 10) / 10;

/** The inner html of an `svg` of 800 by 450; classes say what is what. */
export function drawMap(place: Place, zoom: Zoom): string {
  const view = windowAt(place, zoom);
  const scale = WIDTH / view.width;
  const x = (metres: number): number => round((metres - view.west) * scale);
  const y = (metres: number): number => round(HEIGHT - (metres - view.south) * scale);
  return [
    `<rect class="map-land" width="${WIDTH}" height="${HEIGHT}"/>`,
    ...fields('green', view, x, y, scale),
    ...streets(view, zoom, x, y),
    // Over the streets, so that none leads through it.
    ...fields('water', view, x, y, scale),
  ].join('');
}

type ToSide = (metres: number) => number;

function fields(sort: 'green' | 'water', view: Window, x: ToSide, y: ToSide, scale: number): string[] {
  const out: string[] = [];
  for (let i = from(view.west, FIELD); i <= from(view.west + view.width, FIELD); i++)
    for (let j = from(view.south, FIELD); j <= from(view.south + view.height, FIELD); j++) {
      // Water lies in larger pieces than greens.
      const isWater = chance(3, i >> 2, j >> 2) < 0.16;
      const isSort = sort === 'water' ? isWater : !isWater && chance(4, i, j) < 0.14;
      if (!isSort) continue;
      const side = round(FIELD * scale + 0.6);
      out.push(
        `<rect class="map-${sort}" x="${x(i * FIELD)}" y="${y((j + 1) * FIELD)}" width="${side}" height="${side}"/>`,
      );
    }
  return out;
}

function streets(view: Window, zoom: Zoom, x: ToSide, y: ToSide): string[] {
  const lines = { main: '', small: '' };
  const draw = (start: number, length: number, one: (metres: number) => string, which: number): void => {
    for (let n = from(start, STREET); n <= from(start + length, STREET) + 1; n++) {
      const isMain = n % MAIN === 0;
      if (!isMain && (zoom === 'far' || chance(which, n) < 0.25)) continue;
      lines[isMain ? 'main' : 'small'] += one(n * STREET + (chance(which + 1, n) - 0.5) * STREET * 0.6);
    }
  };
  draw(view.west, view.width, (metres) => `M${x(metres)} 0v${HEIGHT}`, 5);
  draw(view.south, view.height, (metres) => `M0 ${y(metres)}h${WIDTH}`, 7);
  return [`<path class="map-street" d="${lines.small}"/>`, `<path class="map-road" d="${lines.main}"/>`];
}
