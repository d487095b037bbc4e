/** The pictures of Windrow Kites: drawn as SVG, made into PNG, then sent through the media pipeline like any upload. */
import sharp from 'sharp';
import { flies, goods, type Palette, type Shape } from './goods.js';
import { cloud, clouds, COLOURS, dunes, harbour, ridge, sky, square, sun, svg } from './scenery.js';
import { sure } from '@parlour/core';

const SQUARE = 1200;

export interface Drawn {
  readonly shape: Shape;
  readonly palette: Palette;
  readonly seed: number;
}

/** The product in its element: in the air over dunes or sea, or on the workbench. */
export function productPicture({ shape, palette, seed }: Drawn): string {
  if (!flies(shape)) return benchPicture({ shape, palette, seed });
  const tail = shape === 'diamond';
  const kite = goods(shape, palette, 600, tail ? 430 : 540, tail ? 0.95 : 1.05, seed % 2 ? 9 : -11);
  const cord = `<path d="M600 ${tail ? 420 : 560}C${640 + (seed % 5) * 40} 800 ${420 + (seed % 3) * 90} 960 ${240 + (seed % 4) * 160} 1240" fill="none" stroke="${COLOURS.navy}" stroke-width="2.5" opacity=".6"/>`;
  return square(
    sky(SQUARE, SQUARE, seed) +
      (seed % 3 === 0 ? sun(930, 230, 90) : '') +
      clouds(SQUARE, SQUARE, seed + 4, 3) +
      ridge(SQUARE, SQUARE, 1010, 14, '#6fa3a5', seed) +
      dunes(SQUARE, SQUARE, seed) +
      cord +
      kite,
  );
}

/** The product alone on a coloured ground, as on a poster. */
export function studyPicture({ shape, palette, seed }: Drawn): string {
  const grounds = ['#efe6d2', '#d7e6e3', '#f3dcc9', '#e2e3d0', '#dcd9e4'];
  const ground = sure(grounds[seed % grounds.length]);
  const tail = shape === 'diamond';
  return square(
    `<rect width="${SQUARE}" height="${SQUARE}" fill="${ground}"/><circle cx="600" cy="600" r="450" fill="#fff" opacity=".5"/>${goods(shape, palette, 620, tail ? 480 : 630, 0.92, 0).replaceAll(/fill="#[0-9a-f]+"|stroke="#[0-9a-f]+"/gi, (found) => `${found.startsWith('fill') ? 'fill' : 'stroke'}="#bdb6a4"`)}${goods(shape, palette, 600, tail ? 450 : 600, 0.92, 0)}`,
  );
}

/** So close that the seams show. */
export function closePicture({ shape, palette, seed }: Drawn): string {
  const ground = COLOURS[palette[2]];
  const tail = shape === 'diamond';
  return square(
    `<rect width="${SQUARE}" height="${SQUARE}" fill="${ground}"/><rect width="${SQUARE}" height="${SQUARE}" fill="#fff" opacity=".55"/>${goods(shape, palette, seed % 2 ? 480 : 720, tail ? 700 : 620, 2.1, seed % 2 ? -24 : 21)}`,
  );
}

function benchPicture({ shape, palette, seed }: Drawn): string {
  const planks = [0, 1, 2, 3]
    .map(
      (i) =>
        `<rect y="${i * 300}" width="1200" height="296" fill="${i % 2 ? '#c99b62' : '#d2a770'}"/><path d="M0 ${i * 300 + 90 + ((seed * 37) % 60)}C300 ${i * 300 + 60} 700 ${i * 300 + 160} 1200 ${i * 300 + 110}" stroke="#b98a52" stroke-width="3" fill="none" opacity=".7"/>`,
    )
    .join('');
  return square(
    `${planks}<ellipse cx="620" cy="690" rx="420" ry="330" fill="#7a5528" opacity=".22"/>${goods(shape, palette, 600, 610, 1.15, (seed % 3) * 7 - 6)}`,
  );
}

/** The wide picture of the home page: kites over the harbour. */
export function harbourPicture(): string {
  const [width, height] = [2000, 1000];
  const string = (x: number, y: number, to: number): string =>
    `<path d="M${x} ${y}C${x + 40} ${y + 200} ${to - 60} 700 ${to} 812" fill="none" stroke="${COLOURS.navy}" stroke-width="2.5" opacity=".55"/>`;
  return svg(
    width,
    height,
    sky(width, height, 3) +
      sun(1720, 190, 96) +
      cloud(260, 200, 110, 0.9) +
      cloud(900, 130, 80, 0.7) +
      cloud(1450, 330, 90, 0.6) +
      cloud(620, 420, 70, 0.5) +
      ridge(width, height, 770, 26, '#a9c9c6', 1) +
      ridge(width, height, 795, 16, '#86b2b1', 3) +
      harbour(width, height, 8) +
      string(1130, 330, 1240) +
      string(1480, 220, 1400) +
      string(1790, 480, 1640) +
      goods('delta', ['vermilion', 'marigold', 'cream'], 1130, 300, 0.62, -8) +
      goods('diamond', ['teal', 'marigold', 'plum'], 1480, 210, 0.4, 12) +
      goods('box', ['marigold', 'vermilion', 'cream'], 1800, 450, 0.36, 7) +
      goods('sport', ['plum', 'rose', 'marigold'], 880, 520, 0.3, -14),
  );
}

/** Inside the workshop: rolls of cloth, a table, a kite on the wall. */
export function workshopPicture(): string {
  const [width, height] = [1600, 1200];
  const rolls = (['vermilion', 'marigold', 'teal', 'plum', 'cream', 'rose', 'moss', 'slate'] as const)
    .map(
      (name, i) =>
        `<rect x="${130 + i * 92}" y="${180 + (i % 3) * 22}" width="66" height="${420 - (i % 3) * 22}" rx="12" fill="${COLOURS[name]}"/><ellipse cx="${163 + i * 92}" cy="${186 + (i % 3) * 22}" rx="33" ry="12" fill="#fff" opacity=".35"/>`,
    )
    .join('');
  const spools = (['marigold', 'vermilion', 'teal'] as const)
    .map((name, i) => goods('reel', [name, 'cream', 'navy'], 330 + i * 210, 790, 0.24, i * 20))
    .join('');
  return svg(
    width,
    height,
    `<rect width="${width}" height="${height}" fill="#e9dcc3"/><rect y="600" width="${width}" height="26" fill="#a97c4c"/>${rolls}<rect x="1000" y="120" width="440" height="430" fill="#f7f0e0"/><rect x="1000" y="120" width="440" height="430" fill="none" stroke="#a97c4c" stroke-width="18"/><g>${sky(1, 1, 0).replace(/<rect[^>]*>/, '')}<rect x="1009" y="129" width="422" height="412" fill="url(#sky)"/></g>${cloud(1160, 250, 60, 0.8)}${ridge(1, 1, 0, 0, 'none', 0)}<rect x="1009" y="450" width="422" height="91" fill="#59a3a6"/>${goods('diamond', ['vermilion', 'marigold', 'teal'], 1290, 300, 0.26, 10)}<path d="M1220 129V541M1009 330H1431" stroke="#a97c4c" stroke-width="12"/><rect y="860" width="${width}" height="340" fill="#b98a52"/><rect y="860" width="${width}" height="34" fill="#cfa26a"/>${spools}${goods('delta', ['teal', 'cream', 'vermilion'], 1090, 1010, 0.62, -4)}<rect x="150" y="960" width="420" height="22" rx="8" fill="${COLOURS.navy}" transform="rotate(-6 360 970)"/><rect x="190" y="1040" width="360" height="16" rx="8" fill="${COLOURS.vermilion}" transform="rotate(4 360 1040)"/>`,
  );
}

/** Kites over the dunes, for a row beside text. */
export function dunesPicture(): string {
  const [width, height] = [1600, 1200];
  return svg(
    width,
    height,
    sky(width, height, 1) +
      sun(360, 300, 120) +
      clouds(width, height, 21, 4) +
      ridge(width, height, 920, 20, '#7fb0b0', 2) +
      dunes(width, height, 5) +
      `<path d="M980 420C1020 640 700 900 560 1060M1260 300C1300 620 760 900 570 1062" fill="none" stroke="${COLOURS.navy}" stroke-width="3" opacity=".6"/>` +
      goods('foil', ['vermilion', 'cream', 'teal'], 980, 380, 0.72, -9) +
      goods('delta', ['plum', 'marigold', 'rose'], 1280, 260, 0.42, 10) +
      `<g transform="translate(560 1050)"><circle cy="-92" r="22" fill="#7a4a34"/><path d="M-26 20L-20 -66H20L26 20Z" fill="${COLOURS.vermilion}"/><path d="M-18 20V96M18 20V96" stroke="${COLOURS.navy}" stroke-width="18" stroke-linecap="round"/><path d="M16 -54L44 -92" stroke="${COLOURS.vermilion}" stroke-width="14" stroke-linecap="round"/></g>`,
  );
}

/** The workshop's mark: a kite with its tail, in a square without a ground. */
export const markPicture = (): string =>
  svg(
    240,
    240,
    `<path d="M120 14l74 82-74 84-74-84z" fill="${COLOURS.vermilion}"/><path d="M120 14v166l-74-84z" fill="${COLOURS.marigold}"/><path d="M120 180c34 14-30 26 4 46" fill="none" stroke="${COLOURS.vermilion}" stroke-width="8" stroke-linecap="round"/><path d="M104 198l18-4 4 12-18 2z" fill="${COLOURS.marigold}"/>`,
  );

export const toPng = (drawing: string): Promise<Buffer> => sharp(Buffer.from(drawing)).png().toBuffer();
