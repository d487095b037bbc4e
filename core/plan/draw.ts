/** Draws a plan: as SVG for the console and files, as text for the terminal. */
import { html, raw, type Markup } from '../kinds/html.js';
import { cut } from '../words.js';
import type { Plan, PlanBox } from './plan.js';
import type { Mark } from '../kinds/sketching.js';

export interface DrawOptions {
  /** Writes each section's title into its box. */
  readonly labels?: boolean;
}

const INK = '#2A2226';
const GROUNDS: Readonly<Record<string, string>> = {
  plain: '#FFFFFF',
  soft: '#F2ECE0',
  strong: '#DCE3E6',
  vivid: '#F3E3B8',
};
const FILLS: Record<Mark['type'], string> = {
  picture: '#C9D3D3',
  title: '#4A4448',
  text: '#B9B2AC',
  button: '#1E4A5A',
  line: '#B9B2AC',
  box: '#FFFFFF',
};

/** The plan as SVG. Every section is a group with `data-section` and `data-document`, so that it can be picked up. */
export function planSvg(plan: Plan, { labels = true }: DrawOptions = {}): string {
  const boxes = plan.boxes.map((box) => drawBox(box, labels));
  const bands = plan.bands.map(
    (band) =>
      html`<rect class="strip strip-${band.name}" x="0" y="${round(band.y)}" width="${plan.width}" height="${round(band.height)}" fill="${band.name === 'content' ? '#FFFFFF' : '#FBF7EF'}"/><line x1="0" x2="${plan.width}" y1="${round(band.y)}" y2="${round(band.y)}" stroke="#D8CFC0" stroke-width="3" stroke-dasharray="10 8"/>`,
  );
  const edges = plan.areas.flatMap(({ x, y, height }) => (x > 0 ? [edge(x, y, height)] : []));
  return html`<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${plan.width} ${Math.ceil(plan.height)}" role="img" aria-label="Plan of the page">${bands}${edges}${boxes}</svg>`
    .text;
}

/** Where one area ends and the next begins beside it. */
const edge = (x: number, y: number, height: number): Markup =>
  html`<line x1="${round(x)}" x2="${round(x)}" y1="${round(y)}" y2="${round(y + height)}" stroke="#D8CFC0" stroke-width="3" stroke-dasharray="10 8"/>`;

function drawBox(box: PlanBox, labels: boolean): Markup {
  const { x, y, width, height, scale, marks, title, caption, missing } = box;
  const slotHolder = marks.length === 0 && !missing;
  const ground = missing ? '#F6DAD5' : slotHolder ? 'none' : (GROUNDS[box.tone] ?? '#FFFFFF');
  const stroke = missing ? '#A33B2A' : '#B8AD9C';
  const at = html`x="${round(x)}" y="${round(y)}" width="${round(width)}" height="${round(height)}"`;
  const sheet = html`<rect class="plan-box" ${at} rx="4" fill="${ground}" stroke="${stroke}" stroke-width="2"${slotHolder && raw(' stroke-dasharray="8 6"')}/>`;
  const inside = marks.map((one) => drawMark(one, x, y, scale));
  const words = labels && !slotHolder && label(x, y, width, height, caption ? `${title}: ${caption}` : title);
  return html`<g data-section="${box.section}" data-document="${box.document}" data-depth="${box.depth}">${sheet}${inside}${words}</g>`;
}

function drawMark(mark: Mark, x: number, y: number, scale: number): Markup {
  const at = html`x="${round(x + mark.x * scale)}" y="${round(y + mark.y * scale)}" width="${round(mark.width * scale)}" height="${round(mark.height * scale)}"`;
  return html`<rect ${at} rx="${mark.type === 'text' ? 3 : 2}" fill="${FILLS[mark.type]}"${mark.type === 'box' && raw(` fill-opacity=".8" stroke="#B9B2AC"`)}/>`;
}

/** A tag in the corner with what the section is. */
function label(x: number, y: number, width: number, height: number, text: string): Markup {
  const size = Math.max(16, Math.min(30, height * 0.55));
  const room = Math.floor((width - size) / (size * 0.54));
  const words = cut(text, Math.max(2, room));
  return html`<g class="plan-label"><rect x="${round(x)}" y="${round(y)}" width="${round(Math.min(width, words.length * size * 0.54 + size))}" height="${round(size * 1.5)}" fill="#FAF6EF" fill-opacity=".92"/><text x="${round(x + size / 2)}" y="${round(y + size * 1.08)}" font-family="system-ui, sans-serif" font-size="${round(size)}" fill="${INK}">${words}</text></g>`;
}

const round = (value: number): number => Math.round(value * 10) / 10;

/** The plan as text, `columns` characters wide: boxes below each other, sections in slots inside the box around them. */
export function planText(plan: Plan, columns = 78): string {
  const lines: string[] = [];
  for (const band of plan.bands) {
    lines.push(`${band.name} `.padEnd(columns, '─'));
    const beside = plan.areas.filter(({ y }) => y === band.y);
    for (const area of beside) {
      if (beside.length > 1) lines.push(`  ${area.name}:`);
      const boxes = plan.boxes.filter((box) => box.document === area.document && box.area === area.name);
      if (boxes.length === 0) lines.push('  (empty)');
      for (const box of boxes.filter((one) => one.depth === 0)) {
        // Areas stand below each other here, so each may take the whole width.
        const width = Math.max(30, Math.round(((columns - 4) * box.width) / area.width));
        const left = ' '.repeat(Math.floor((columns - width) / 2));
        lines.push(...textBox(box, boxes, width).map((line) => left + line));
      }
    }
  }
  return lines.join('\n');
}

function textBox(box: PlanBox, boxes: readonly PlanBox[], width: number): string[] {
  const inner = width - 4;
  const name = `${box.title}${box.caption ? `: ${box.caption}` : ''}${box.missing ? ' (this kind is missing)' : ''}`;
  const head = cut(name, inner - box.section.length - 1).padEnd(inner - box.section.length) + box.section;
  const detail = cut(`${box.kind}${box.tone === 'plain' ? '' : ` · ${box.tone}`}`, inner).padEnd(inner);
  const slots = box.slots.flatMap(({ name: slot }) => {
    const inside = boxes.filter((one) => one.parent === box.section && one.slot === slot);
    return [
      cut(`${slot}:${inside.length ? '' : ' (empty)'}`, inner).padEnd(inner),
      ...inside.flatMap((one) => textBox(one, boxes, inner)),
    ];
  });
  return [
    `┌${'─'.repeat(width - 2)}┐`,
    ...[head, detail, ...slots].map((line) => `│ ${line} │`),
    `└${'─'.repeat(width - 2)}┘`,
  ];
}
