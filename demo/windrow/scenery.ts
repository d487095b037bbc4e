import { sure } from '@parlour/core';

/** Drawn surroundings: skies, clouds, dunes, sea and the harbour of Ternhythe, as flat SVG shapes. */

export const COLOURS = {
  vermilion: '#d2452d',
  marigold: '#f0b429',
  teal: '#1f7a7a',
  navy: '#173647',
  sky: '#bfe0e6',
  rose: '#e8a59b',
  cream: '#f7ebd3',
  plum: '#6b3a5b',
  moss: '#7d8f3e',
  sand: '#e3c48f',
  white: '#fffaf0',
  slate: '#5f7a86',
} as const;
export type Colour = keyof typeof COLOURS;

/** Numbers that look random and are the same every time (mulberry32). */
export function dice(seed: number): () => number {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

/** A drawing of a product, on 1200 by 1200 units. A product page shows it some 700 pixels wide; more takes long to make. */
export const square = (body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="960" height="960" viewBox="0 0 1200 1200">${body}</svg>`;

export const svg = (width: number, height: number, body: string): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}">${body}</svg>`;

const SKIES: readonly (readonly [string, string])[] = [
  ['#8fc7d6', '#e7f2ee'],
  ['#f6d9a8', '#fdf1dc'],
  ['#9db8cf', '#f3dccd'],
  ['#bfe0e6', '#f8f1df'],
  ['#6fa9bd', '#d8ebe6'],
  ['#f2c6b2', '#fbeedd'],
];

export function sky(width: number, height: number, which: number): string {
  const [top, bottom] = sure(SKIES[which % SKIES.length]);
  return `<defs><linearGradient id="sky" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${top}"/><stop offset="1" stop-color="${bottom}"/></linearGradient></defs><rect width="${width}" height="${height}" fill="url(#sky)"/>`;
}

export const sun = (x: number, y: number, r: number): string =>
  `<circle cx="${x}" cy="${y}" r="${r}" fill="#fff4d2" opacity=".9"/>`;

export function cloud(x: number, y: number, size: number, opacity = 0.85): string {
  const puff = (dx: number, dy: number, r: number): string =>
    `<circle cx="${x + dx * size}" cy="${y + dy * size}" r="${r * size}"/>`;
  return `<g fill="${COLOURS.white}" opacity="${opacity}">${puff(-0.9, 0, 0.36)}${puff(-0.35, -0.26, 0.52)}${puff(0.32, -0.16, 0.44)}${puff(0.88, 0.02, 0.32)}<rect x="${x - 1.25 * size}" y="${y - 0.02 * size}" width="${2.45 * size}" height="${0.37 * size}" rx="${0.18 * size}"/></g>`;
}

export function clouds(width: number, height: number, seed: number, count: number): string {
  const roll = dice(seed);
  return Array.from({ length: count }, (_, i) =>
    cloud(
      ((i + 0.2 + roll() * 0.6) / count) * width,
      (0.1 + roll() * 0.42) * height,
      (0.035 + roll() * 0.045) * width,
      0.55 + roll() * 0.35,
    ),
  ).join('');
}

/** A soft ridge across the picture. */
export function ridge(width: number, height: number, y: number, swell: number, fill: string, phase: number): string {
  const points = Array.from({ length: 25 }, (_, i) => {
    const x = (i / 24) * width;
    return `${x.toFixed(0)},${(y + Math.sin(i * 0.55 + phase) * swell + Math.sin(i * 1.3 + phase * 2) * swell * 0.3).toFixed(0)}`;
  });
  return `<polygon points="0,${height} ${points.join(' ')} ${width},${height}" fill="${fill}"/>`;
}

export function dunes(width: number, height: number, seed: number): string {
  const grass = dice(seed);
  const blades = Array.from({ length: 46 }, () => {
    const x = grass() * width;
    const y = height * (0.9 + grass() * 0.1);
    const lean = (grass() - 0.3) * width * 0.03;
    return `<path d="M${x.toFixed(0)} ${y.toFixed(0)} q${(lean / 3).toFixed(0)} ${(-height * 0.03).toFixed(0)} ${lean.toFixed(0)} ${(-height * 0.055).toFixed(0)}" stroke="#8b8a4a" stroke-width="${(width * 0.0028).toFixed(1)}" fill="none" stroke-linecap="round"/>`;
  }).join('');
  return (
    ridge(width, height, height * 0.84, height * 0.02, '#d9c08b', seed) +
    ridge(width, height, height * 0.9, height * 0.024, COLOURS.sand, seed + 2) +
    blades
  );
}

export function sea(width: number, height: number, y: number): string {
  const waves = Array.from({ length: 14 }, (_, i) => {
    const top = y + 14 + ((i * 37) % (height - y - 20));
    const left = (i * 211) % width;
    return `<rect x="${left}" y="${top}" width="${width * 0.07}" height="4" rx="2" fill="${COLOURS.white}" opacity=".45"/>`;
  }).join('');
  return `<rect y="${y}" width="${width}" height="${height - y}" fill="#3f8c93"/><rect y="${y}" width="${width}" height="${(height - y) * 0.3}" fill="#59a3a6"/>${waves}`;
}

/** Houses along the quay, gables to the water, with a light at the end of the quay. */
export function harbour(width: number, height: number, seed: number): string {
  const roll = dice(seed);
  const base = height * 0.8;
  const walls = ['#efe3cc', '#d98a6a', '#f0c978', '#8fb3ad', '#e9b7a3', '#c9d6cf'];
  let x = width * 0.4;
  let houses = '';
  for (let i = 0; x < width * 1.02; i++) {
    const w = width * (0.045 + roll() * 0.03);
    const h = height * (0.12 + roll() * 0.1);
    const wall = sure(walls[Math.floor(roll() * walls.length)]);
    const window = (dx: number, dy: number): string =>
      `<rect x="${x + w * dx}" y="${base - h * dy}" width="${w * 0.16}" height="${h * 0.17}" fill="${COLOURS.navy}" opacity=".75"/>`;
    houses += `<rect x="${x}" y="${base - h}" width="${w}" height="${h}" fill="${wall}"/><polygon points="${x - 4},${base - h} ${x + w / 2},${base - h - w * 0.55} ${x + w + 4},${base - h}" fill="${i % 2 ? '#a8483a' : '#6e5a58'}"/>${window(0.18, 0.8)}${window(0.62, 0.8)}${window(0.18, 0.46)}${window(0.62, 0.46)}`;
    x += w + width * 0.006;
  }
  const light = `<g><polygon points="${width * 0.3 - 18},${base} ${width * 0.3 - 11},${base - height * 0.24} ${width * 0.3 + 11},${base - height * 0.24} ${width * 0.3 + 18},${base}" fill="${COLOURS.white}"/><rect x="${width * 0.3 - 14}" y="${base - height * 0.17}" width="28" height="${height * 0.05}" fill="${COLOURS.vermilion}"/><rect x="${width * 0.3 - 12}" y="${base - height * 0.28}" width="24" height="${height * 0.045}" fill="${COLOURS.navy}"/></g>`;
  return `${sea(width, height, base)}<rect x="${width * 0.26}" y="${base - 4}" width="${width}" height="${height * 0.03}" fill="#7b7f7c"/>${light}${houses}`;
}
