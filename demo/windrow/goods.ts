/** Drawn goods: kites, gliders, reels, line, tails and drogues, as flat SVG shapes around a middle point. */
import { COLOURS, type Colour } from './scenery.js';
import { sure } from '@parlour/core';

export type Shape =
  | 'diamond'
  | 'delta'
  | 'sport'
  | 'box'
  | 'foil'
  | 'glider'
  | 'reel'
  | 'line'
  | 'tail'
  | 'drogue'
  | 'kit'
  | 'hexagon'
  | 'sled'
  | 'train'
  | 'rods'
  | 'ticket';
export type Palette = readonly [Colour, Colour, Colour];

type Draw = (colours: readonly [string, string, string]) => string;

const INK = COLOURS.navy;
const poly = (points: string, fill: string): string => `<polygon points="${points}" fill="${fill}"/>`;
const stroke = (d: string, width = 3, colour: string = INK): string =>
  `<path d="${d}" fill="none" stroke="${colour}" stroke-width="${width}" stroke-linecap="round" stroke-linejoin="round"/>`;

/** Bows along a waving tail that hangs from (x, y). */
function bows(x: number, y: number, colours: readonly string[], count = 6): string {
  const at = (i: number): [number, number] => [x + Math.sin(i * 0.9) * 38, y + i * 56];
  const path = Array.from({ length: count + 1 }, (_, i) => `${i ? 'L' : 'M'}${at(i).join(' ')}`).join('');
  const bow = (i: number): string => {
    const [bx, by] = at(i);
    const fill = sure(colours[i % colours.length]);
    return (
      poly(`${bx},${by} ${bx - 26},${by - 15} ${bx - 26},${by + 15}`, fill) +
      poly(`${bx},${by} ${bx + 26},${by - 15} ${bx + 26},${by + 15}`, fill)
    );
  };
  return stroke(path, 3) + Array.from({ length: count }, (_, i) => bow(i + 1)).join('');
}

/** Each drawing is about 600 by 600 around (0, 0). */
const SHAPES: Record<Shape, Draw> = {
  diamond: ([a, b, c]) =>
    poly('0,-300 0,-70 -220,-70', a) +
    poly('0,-300 220,-70 0,-70', b) +
    poly('-220,-70 0,-70 0,300', b) +
    poly('0,-70 220,-70 0,300', c) +
    stroke('M0 -300L0 300M-220 -70L220 -70', 5) +
    bows(0, 300, [a, c]),
  delta: ([a, b, c]) =>
    poly('0,-220 -430,170 -120,130', a) +
    poly('0,-220 430,170 120,130', a) +
    poly('0,-220 -120,130 0,215', b) +
    poly('0,-220 120,130 0,215', c) +
    poly('-215,-25 -430,170 -275,150', c) +
    poly('215,-25 430,170 275,150', b) +
    stroke('M0 -220L-430 170M0 -220L430 170M0 -220L0 215M-200 -10L200 -10', 5),
  sport: ([a, b, c]) =>
    poly('0,-130 -480,150 -210,105 -70,205 0,110', a) +
    poly('0,-130 480,150 210,105 70,205 0,110', b) +
    poly('0,-130 -70,205 0,110', c) +
    poly('0,-130 70,205 0,110', COLOURS.white) +
    poly('-250,16 -480,150 -330,126', c) +
    poly('250,16 480,150 330,126', c) +
    stroke('M0 -130L-480 150M0 -130L480 150M0 -130L0 110M-210 105L-120 -60M210 105L120 -60', 5),
  box: ([a, b, c]) => {
    const cell = (y: number, one: string, two: string): string =>
      poly(`-170,${y} 0,${y - 62} 0,${y + 78} -170,${y + 140}`, one) +
      poly(`0,${y - 62} 170,${y} 170,${y + 140} 0,${y + 78}`, two) +
      poly(`-170,${y} 0,${y - 62} 170,${y} 0,${y + 58}`, c);
    return (
      stroke('M-170 -250L-170 300M170 -250L170 300M0 -310L0 235M0 -195L0 358', 7) +
      cell(-230, a, b) +
      cell(110, b, a) +
      stroke('M-170 -250L-170 300M170 -250L170 300', 7)
    );
  },
  foil: ([a, b, c]) => {
    const cells = Array.from({ length: 8 }, (_, i) => {
      const x0 = -400 + i * 100;
      const y = (x: number): number => -150 + (x / 400) ** 2 * 130;
      return poly(
        `${x0},${y(x0)} ${x0 + 100},${y(x0 + 100)} ${(x0 + 100) * 0.96},${y(x0 + 100) + 150} ${x0 * 0.96},${y(x0) + 150}`,
        sure([a, b, c, b][i % 4]),
      );
    });
    const lines = [-360, -240, -120, 0, 120, 240, 360].map((x) => `M${x} ${-10 + (x / 400) ** 2 * 130}L0 330`).join('');
    return stroke(lines, 2) + cells.join('');
  },
  glider: ([a, b, c]) =>
    poly('0,-60 -400,-20 -420,20 -60,90 0,60', a) +
    poly('0,-60 400,-20 420,20 60,90 0,60', b) +
    poly('0,-170 -46,-40 0,190 46,-40', c) +
    stroke('M-410 0L410 0M0 -170L0 190', 4) +
    poly('0,190 -90,240 0,222 90,240', a),
  reel: ([a, b, c]) =>
    `<circle r="250" fill="${a}"/><circle r="205" fill="${COLOURS.cream}"/>` +
    Array.from(
      { length: 9 },
      (_, i) => `<circle r="${195 - i * 10}" fill="none" stroke="${i % 2 ? b : c}" stroke-width="7"/>`,
    ).join('') +
    `<circle r="98" fill="${a}"/><circle r="34" fill="${INK}"/><circle cx="0" cy="-168" r="38" fill="${c}" stroke="${INK}" stroke-width="8"/>` +
    stroke('M240 70C330 150 380 120 420 250', 6, b),
  line: ([a, b, c]) =>
    `<rect x="-190" y="-290" width="380" height="64" rx="16" fill="${c}"/><rect x="-190" y="226" width="380" height="64" rx="16" fill="${c}"/><rect x="-140" y="-226" width="280" height="452" fill="${b}"/>` +
    Array.from({ length: 22 }, (_, i) => stroke(`M-152 ${-214 + i * 20}L152 ${-226 + i * 20}`, 12, i % 3 ? a : b)).join(
      '',
    ) +
    stroke('M152 200C300 230 270 340 400 330', 8, a),
  tail: ([a, b, c]) =>
    [a, b, c, b, a]
      .map(
        (colour, i) =>
          `<path d="M-90 ${-270 + i * 26}C${120 + i * 34} ${-240 + i * 20} ${-330 + i * 22} ${40 + i * 30} ${60 + i * 40} ${110 + i * 32}S${300 + i * 10} ${230 + i * 26} ${40 + i * 64} ${300 + i * 12}" fill="none" stroke="${colour}" stroke-width="24" stroke-linecap="round"/>`,
      )
      .join('') + `<circle cx="-100" cy="-230" r="30" fill="none" stroke="${INK}" stroke-width="12"/>`,
  drogue: ([a, b, c]) => {
    const bands = Array.from({ length: 6 }, (_, i) => {
      const x0 = -250 + i * 100;
      const r = (x: number): number => 150 - ((x + 250) / 600) * 95;
      return poly(
        `${x0},${-r(x0)} ${x0 + 100},${-r(x0 + 100)} ${x0 + 100},${r(x0 + 100)} ${x0},${r(x0)}`,
        sure([a, b, c][i % 3]),
      );
    });
    return (
      stroke('M-250 -150L-430 0L-250 150M-250 0L-430 0', 5) +
      bands.join('') +
      `<ellipse cx="-250" cy="0" rx="44" ry="150" fill="${INK}" opacity=".85"/>`
    );
  },
  kit: ([a, b, c]) =>
    `<rect x="-330" y="-40" width="660" height="300" rx="18" fill="${COLOURS.sand}"/><rect x="-330" y="-40" width="660" height="70" rx="18" fill="#cfa768"/><g transform="translate(-10 -70) scale(.62) rotate(-14)">${poly('0,-300 0,-70 -220,-70', a)}${poly('0,-300 220,-70 0,-70', b)}${poly('-220,-70 0,-70 0,240', b)}${poly('0,-70 220,-70 0,240', c)}${stroke('M0 -300L0 240M-220 -70L220 -70', 7)}</g>` +
    [0, 1, 2]
      .map(
        (i) =>
          `<rect x="${120 + i * 44}" y="${-270 + i * 20}" width="18" height="330" rx="8" fill="${sure([a, c, INK][i])}" transform="rotate(${8 + i * 6} ${130 + i * 44} 0)"/>`,
      )
      .join('') +
    `<rect x="-330" y="80" width="660" height="180" rx="18" fill="${COLOURS.sand}"/><rect x="-160" y="128" width="320" height="86" rx="10" fill="${COLOURS.cream}"/><rect x="-120" y="152" width="240" height="12" rx="6" fill="${INK}"/><rect x="-80" y="180" width="160" height="10" rx="5" fill="${INK}" opacity=".5"/>`,
  hexagon: ([a, b, c]) =>
    poly('0,-330 -230,-170 -230,150 0,-10', a) +
    poly('0,-330 230,-170 230,150 0,-10', b) +
    poly('-230,150 0,-10 230,150 0,310', c) +
    `<circle cy="-60" r="92" fill="${COLOURS.cream}"/><circle cy="-60" r="46" fill="${a}"/>` +
    stroke('M0 -330L0 310M-230 -170L230 -170M-230 150L230 150', 5),
  sled: ([a, b, c]) =>
    poly('-150,-260 150,-260 190,40 90,240 -90,240 -190,40', a) +
    poly('-150,-260 -190,40 -300,-10', b) +
    poly('150,-260 190,40 300,-10', b) +
    poly('-60,-260 60,-260 60,240 -60,240', c) +
    `<circle cx="0" cy="120" r="38" fill="${COLOURS.sky}"/>` +
    stroke('M-150 -260L-90 240M150 -260L90 240M-300 -10L0 560L300 -10', 4),
  train: (colours) =>
    stroke('M-330 -330C-220 -180 120 40 330 330', 4) +
    [0, 1, 2, 3, 4]
      .map((i) => {
        const [a, b] = [sure(colours[i % 3]), sure(colours[(i + 1) % 3])];
        const sail = poly('0,-120 -95,-20 0,130', a) + poly('0,-120 95,-20 0,130', b);
        const cross = stroke('M0 -120L0 130M-95 -20L95 -20', 5);
        return `<g transform="translate(${-310 + i * 150} ${-270 + i * 128}) rotate(${-14 + i * 6})">${sail}${cross}</g>`;
      })
      .join(''),
  rods: ([a, b, c]) =>
    [0, 1, 2, 3, 4]
      .map((i) => {
        const body = `<rect x="-14" y="-400" width="28" height="800" rx="10" fill="${i % 2 ? a : b}"/>`;
        const caps = `<rect x="-18" y="-410" width="36" height="52" rx="12" fill="${c}"/><rect x="-18" y="358" width="36" height="52" rx="12" fill="${c}"/>`;
        return `<g transform="translate(${-130 + i * 65} 0) rotate(${24 + i * 5})">${body}${caps}</g>`;
      })
      .join('') +
    `<rect x="-190" y="-34" width="380" height="68" rx="18" fill="${COLOURS.sand}" transform="rotate(-60)"/>`,
  ticket: ([a, b, c]) =>
    `<rect x="-400" y="-210" width="800" height="420" rx="26" fill="${b}"/><rect x="-400" y="-210" width="230" height="420" rx="26" fill="${a}"/>` +
    `<path d="M-170 -210V210" stroke="${c}" stroke-width="6" stroke-dasharray="4 22" stroke-linecap="round"/>` +
    `<g transform="translate(120 -20) scale(.46) rotate(12)">${poly('0,-300 0,-70 -220,-70', a)}${poly('0,-300 220,-70 0,-70', c)}${poly('-220,-70 0,-70 0,300', c)}${poly('0,-70 220,-70 0,300', a)}</g>` +
    `<rect x="-90" y="150" width="420" height="14" rx="7" fill="${c}" opacity=".6"/><circle cx="-285" r="62" fill="${b}"/><path d="M-285 -34V0L-260 20" fill="none" stroke="${c}" stroke-width="10" stroke-linecap="round"/>`,
};

/** True for what flies; the rest lies on a table. */
export const flies = (shape: Shape): boolean => !['reel', 'line', 'tail', 'kit', 'rods', 'ticket'].includes(shape);

export const goods = (shape: Shape, palette: Palette, x: number, y: number, scale: number, turn: number): string =>
  // Palettes have three colours.
  `<g transform="translate(${x} ${y}) rotate(${turn}) scale(${scale})">${SHAPES[shape](palette.map((name) => COLOURS[name]) as [string, string, string])}</g>`;
