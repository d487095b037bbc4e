/** Pictures of Osierwick, drawn as flat shapes: candles in their holders, baskets with their weave. */
import { square, svg } from '../windrow/scenery.js';

const SIZE = 1200;
const WALLS = ['#e8ded0', '#dfe5dc', '#e6d9d6', '#dde1e8'];

const table = (which: number): string =>
  `<rect width="${SIZE}" height="${SIZE}" fill="${WALLS[which % WALLS.length] ?? '#e8ded0'}"/><rect y="900" width="${SIZE}" height="300" fill="#8a5f3c"/><rect y="900" width="${SIZE}" height="14" fill="#6f4a2d"/>`;

/** A candle of some height and colour, lit. */
export function candlePicture(wax: string, height: number, which: number): string {
  const top = 900 - height;
  return square(
    `${table(which)}<circle cx="600" cy="${top - 70}" r="210" fill="#fff3cf" opacity=".55"/><ellipse cx="600" cy="906" rx="210" ry="34" fill="#4d3a2c"/><rect x="500" y="${top}" width="200" height="${height}" rx="18" fill="${wax}"/><rect x="500" y="${top}" width="62" height="${height}" rx="18" fill="#ffffff" opacity=".25"/><path d="M600 ${top + 6}v-46" stroke="#33271f" stroke-width="9" stroke-linecap="round"/><path d="M600 ${top - 150}c46 58 40 104 0 112c-40-8-46-54 0-112z" fill="#f0a733"/><path d="M600 ${top - 106}c20 30 18 56 0 62c-18-6-20-32 0-62z" fill="#fff0b8"/>`,
  );
}

/** A wide picture for the top of the shop: candles and a basket on one table, quiet on the side of the words. */
export function tablePicture(): string {
  const candle = (x: number, height: number, wax: string): string =>
    `<circle cx="${x}" cy="${560 - height}" r="130" fill="#fff3cf" opacity=".5"/><rect x="${x - 55}" y="${640 - height}" width="110" height="${height}" rx="12" fill="${wax}"/><path d="M${x} ${642 - height}v-30" stroke="#33271f" stroke-width="6"/><path d="M${x} ${548 - height}c28 36 24 62 0 68c-24-6-28-32 0-68z" fill="#f0a733"/>`;
  const weave = Array.from({ length: 5 }, (_, row) =>
    Array.from(
      { length: 7 },
      (__, i) =>
        `<rect x="${1480 + i * 46 + (row % 2 ? 20 : 0)}" y="${470 + row * 34}" width="38" height="24" rx="11" fill="${row === 2 ? '#8d4f3a' : '#c79a5b'}"/>`,
    ).join(''),
  ).join('');
  return svg(
    2000,
    900,
    `<rect width="2000" height="900" fill="#e3dccd"/><rect x="1050" y="90" width="620" height="330" fill="#cfdde0"/><path d="M1050 330q160-90 310-20t310-50v160h-620z" fill="#a9bda6"/><rect x="1352" y="90" width="14" height="330" fill="#f4efe4"/><rect y="640" width="2000" height="260" fill="#8a5f3c"/><rect y="640" width="2000" height="12" fill="#6f4a2d"/>${candle(1010, 330, '#e9dcb7')}${candle(1170, 230, '#c96f4a')}${candle(1310, 130, '#8fa58a')}<path d="M1500 470C1500 250 1790 250 1790 470" fill="none" stroke="#c79a5b" stroke-width="20"/><rect x="1466" y="456" width="368" height="190" rx="22" fill="#59401f"/>${weave}<rect x="1460" y="446" width="380" height="26" rx="13" fill="#c79a5b"/>`,
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
  return square(
    `${table(which)}<path d="M${left + 60} 560C${left + 60} 180 ${left + width - 60} 180 ${left + width - 60} 560" fill="none" stroke="${osier}" stroke-width="30"/><ellipse cx="600" cy="906" rx="${width / 2 + 20}" ry="30" fill="#4d3a2c" opacity=".6"/><rect x="${left - 8}" y="545" width="${width + 16}" height="356" rx="30" fill="#59401f"/>${weave}<rect x="${left - 16}" y="530" width="${width + 32}" height="36" rx="18" fill="${osier}"/>`,
  );
}
