/** What a preview shows in place of a section that has nothing to show yet; shoppers see nothing there. */
import type { Values } from '../documents/document.js';
import { html, type Markup } from './html.js';
import type { KindDescription } from './kind.js';
import { drawSketch, SKETCH_WIDTH } from './sketching.js';

/**
 * The sketch of the kind, with what it takes for something to be seen.
 * @param words a sentence, such as “Pictures show here once they are chosen.”
 */
export function drawStandIn(kind: KindDescription, values: Values, words: string): Markup {
  const { marks, height } = drawSketch(kind, values);
  const drawn = marks.map(
    (mark) => html`<rect x="${mark.x}" y="${mark.y}" width="${mark.width}" height="${mark.height}" rx="4"/>`,
  );
  return html`<div class="stand-in" role="note"><p><strong>${kind.title}.</strong> ${words}</p><svg viewBox="0 0 ${SKETCH_WIDTH} ${Math.ceil(height)}" aria-hidden="true">${drawn}</svg></div>`;
}
