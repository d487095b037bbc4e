/** What others say. */
import { choice, entries, picture, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const quotes = defineKind(
  {
    name: 'quotes',
    version: 1,
    title: 'Quotes',
    sentence: 'What customers or the press have said, with who said it.',
    alsoCalled: ['testimonials', 'reviews', 'customer voices'],
    fields: {
      title: text('Title', 'The heading over the quotes; leave empty for none.', { max: 120 }),
      quotes: entries(
        'Quotes',
        'What was said, and by whom.',
        'quote',
        {
          text: text('What was said', 'In their own words, without quotation marks.', {
            max: 600,
            lines: 3,
            required: true,
          }),
          who: text('Who said it', 'A name; leave empty for none.', { max: 80 }),
          about: text('About them', 'Such as where they are from; leave empty for none.', { max: 120 }),
          picture: picture('Picture', 'Of who said it; shown small and round.', { suits: 1 }),
        },
        { max: 24 },
      ),
      across: choice(
        'Across',
        'How many stand side by side on wide screens.',
        { '1': 'One', '2': 'Two', '3': 'Three' },
        '2',
      ),
    },
    caption: 'title',
    sketch: [
      { when: 'title', stack: [{ draw: 'title', width: 300, height: 28 }, 24] },
      {
        across: { of: 'across', times: 1 },
        count: { of: 'across', times: 1 },
        rows: 1,
        grid: [{ lines: 4, width: 480 }, 20, { draw: 'text', width: 140, height: 10 }],
      },
    ],
  },
  {
    view({ title, quotes, across }, view) {
      if (quotes.length === 0) return view.standIn('Quotes show here once they are added.');
      const items = quotes.map((quote) => {
        const { text, who, about, picture } = quote;
        const words = html`<blockquote${view.part('text', quote)}>${text}</blockquote>`;
        const face = picture && html`<span class="quote-face">${view.picture({ ...picture, alt: '' }, '4rem')}</span>`;
        const name = who !== '' && html`<strong${view.part('who', quote)}>${who}</strong>`;
        const rest = about !== '' && html`<span class="quote-about"${view.part('about', quote)}>${about}</span>`;
        const by = (name || rest) && html`<figcaption>${face}<span>${name}${rest}</span></figcaption>`;
        return html`<li><figure class="quote">${words}${by}</figure></li>`;
      });
      return html`${title !== '' && html`<h2${view.part('title')}>${title}</h2>`}<ul class="quotes quotes-${across}">${items}</ul>`;
    },
    css: css`
      .quotes {
        display: grid;
        gap: calc(var(--gap) * 1.5);
        margin: 0;
        padding: 0;
        list-style: none;
      }
      @container (min-width: 48rem) {
        .quotes-2 {
          grid-template-columns: repeat(2, minmax(0, 1fr));
        }
        .quotes-3 {
          grid-template-columns: repeat(3, minmax(0, 1fr));
        }
      }
      .quote {
        margin: 0;
      }
      blockquote {
        margin: 0;
        font-family: var(--title-font);
        font-size: 1.2em;
      }
      blockquote::before {
        content: open-quote;
      }
      blockquote::after {
        content: close-quote;
      }
      figcaption {
        display: flex;
        align-items: center;
        gap: 0.75em;
        margin-block-start: 0.75em;
      }
      &.align-centre figcaption {
        justify-content: center;
      }
      &.align-end figcaption {
        justify-content: end;
      }
      .quote-face img {
        display: block;
        width: 3em;
        height: 3em;
        border-radius: 50%;
        object-fit: cover;
      }
      .quote-about {
        display: block;
        color: var(--quiet);
        font-size: 0.9375em;
      }
    `,
  },
);
