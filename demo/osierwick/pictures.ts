/** Pictures of Osierwick, drawn as flat shapes: candles in their holders, baskets with their weave. */
import { svg } from '../windrow/scenery.js';

const SIZE = 1200;
const WALLS = ['#e8ded0', '#dfe5dc', '#e6d9d6', '#dde1e8'];

const table = (which: number): string =>
  `<rect width="${SIZE}" height="${SIZE}" fill="${WALLS[which % WALLS.length] ?? '#e8ded0'}"/><rect y="900" width="${SIZE}" height="300" fill="#8a5f3c"/><rect y="900" width="${SIZE}" height="14" fill="#6f4a2d"/>`;

/** A candle of some height and colour, lit. */
export function candlePicture(wax: string, height: number, which: number): string {
  const top = 900 - height;
  return svg(
    SIZE,
    SIZE,
    `${table(which)}<circle cx="600" cy="${top - 70}" r="210" fill="#fff3cf" opacity=".55"/><ellipse cx="600" cy="906" rx="210" ry="34" fill="#4d3a2c"/><rect x="500" y="${top}" width="200" height="${height}" rx="18" fill="${wax}"/><rect x="500" y="${top}" width="62" height="${height}" rx="18" fill="#ffffff" opacity=".25"/><path d="M600 ${top + 6}v-46" stroke="#33271f" stroke-width="9" stroke-linecap="round"/><path d="M600 ${top - 150}c46 58 40 104 0 112c-40-8-46-54 0-112z" fill="#f0a733"/><path d="M600 ${top - 106}c20 30 18 56 0 62c-18-6-20-32 0-62z" fill="#fff0b8"/>`,
  );
}

/** A basket of some width, with rows of weave. */
export function basketPicture(osier: string, band: string, width: number, which: number): string {
  const [left, rows] = [600 - width / 2, 7];
  const weave = Array.from({ length: rows }, (_, row) =>
    Array.from({ length: Math.round(width / 60) }, (__, i) => {
      const x = left + i * 60 + (row % 2 ? 30 : 0);
      return x + 50 > left + width
        ? ''
        : `<rect x="${x}" y="${560 + row * 48}" width="50" height="34" rx="16" fill="${row === 3 ? band : osier}"/>`;
    }).join(''),
  ).join('');
  return svg(
    SIZE,
    SIZE,
    `${table(which)}<path d="M${left + 60} 560C${left + 60} 180 ${left + width - 60} 180 ${left + width - 60} 560" fill="none" stroke="${osier}" stroke-width="30"/><ellipse cx="600" cy="906" rx="${width / 2 + 20}" ry="30" fill="#4d3a2c" opacity=".6"/><rect x="${left - 8}" y="545" width="${width + 16}" height="356" rx="30" fill="#59401f"/>${weave}<rect x="${left - 16}" y="530" width="${width + 32}" height="36" rx="18" fill="${osier}"/>`,
  );
}
