/** The title of the page's subject. */
import { toggle } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import type { Spoken } from '../../kinds/data.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const pageTitle = defineKind(
  {
    name: 'page-title',
    version: 1,
    title: 'Page title',
    sentence: 'The title of the page, with its description, date, author and lead picture if wanted.',
    alsoCalled: ['heading', 'headline'],
    tells: ['title', 'text'],
    mainHeading: true,
    fields: {
      description: toggle('Description', 'Shows the description under the title.', { default: true }),
      date: toggle('Date', 'Shows the day a content page was written.'),
      author: toggle('Author', 'Shows who wrote a content page.'),
      picture: toggle('Lead picture', 'Shows the lead picture of a content page above its title.'),
    },
    sketch: [
      { when: 'picture', stack: [{ draw: 'picture', height: 320 }, 20] },
      6,
      { draw: 'title', width: 520, height: 42 },
      12,
      { when: 'date', stack: [{ draw: 'text', width: 180, height: 10 }, 8] },
      { when: 'description', stack: [16, { draw: 'text', width: 640, height: 10 }, 24] },
    ],
  },
  {
    needs: ({ picture: shown }, { subject }) => {
      const picture = shown && subject && 'content' in subject ? subject.content.picture : null;
      return picture ? [{ type: 'picture', hash: picture.picture }] : [];
    },
    view(values, view) {
      const { page } = view;
      // What the design itself says is in the language of the page as far as it is translated.
      const thing: Spoken | null =
        page.subject === null || 'content' in page.subject ? null : (Object.values(page.subject)[0] as Spoken);
      const description = page.kind === 'product' ? 'summary' : 'description';
      const content = page.subject && 'content' in page.subject ? page.subject.content : null;
      const { date = '', author = '', picture = null } = content ?? {};
      const dated = values.date && date !== '' && html`<time datetime="${date}">${view.locale.date(date)}</time>`;
      const by = values.author && author !== '' && html`<span>${author}</span>`;
      const title = html`<h1 class="page-title"${thing && view.langOf(thing, 'title')}>${page.title}</h1>`;
      const written = (dated || by) && html`<p class="page-written">${dated}${dated && by && ' · '}${by}</p>`;
      const lead =
        values.description &&
        page.description !== '' &&
        html`<p class="page-lead"${thing && view.langOf(thing, description)}>${page.description}</p>`;
      return html`${values.picture && view.picture(picture, '100vw')}${title}${written}${lead}`;
    },
    css: css`
      /* Nearer to what it heads than to what is before it. */
      &.tone-plain:is(.space-medium, .space-large) > .frame-in {
        padding-block-end: calc(var(--space-small) * var(--room));
      }
      .page-title {
        margin: 0;
      }
      img {
        width: 100%;
        aspect-ratio: 16/9;
        object-fit: cover;
        margin-block-end: 1.5em;
      }
      .page-written {
        margin: 0.5em 0 0;
        color: var(--quiet);
      }
      .page-lead {
        margin: 0.5em 0 0;
        max-width: 32em;
        color: var(--quiet);
      }
      &.align-centre .page-lead {
        margin-inline: auto;
      }
    `,
  },
);
