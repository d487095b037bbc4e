/** Files to take away. */
import { entries, link, text } from '../../fields/make.js';
import { css } from '../../kinds/css.js';
import { html } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';

export const fileList = defineKind(
  {
    name: 'file-list',
    version: 1,
    title: 'File list',
    sentence: 'Links to files, such as plans and instructions, with what each is.',
    alsoCalled: ['downloads', 'documents', 'pdf'],
    fields: {
      title: text('Title', 'The heading over the files; leave empty for none.', { max: 120 }),
      files: entries(
        'Files',
        'The files that shoppers can download.',
        'file',
        {
          label: text('Label', 'What the file is.', { max: 120, required: true }),
          link: link('Leads to', 'The web address of the file.'),
          about: text('About it', 'Its format and size, such as PDF, 2 MB; leave empty for none.', { max: 60 }),
        },
        { max: 40 },
      ),
    },
    caption: 'title',
    sketch: [
      { when: 'title', stack: [{ draw: 'title', width: 240, height: 24 }, 16] },
      { across: 1, count: 3, rows: 3, grid: [{ draw: 'text', width: 380, height: 12 }, 14] },
    ],
  },
  {
    view({ title, files }, view) {
      const items = files.map((file) => {
        const { label, link, about } = file;
        const to = view.link(link);
        return (
          to &&
          html`<li><a ${to}${view.part('label', file)}>${label}</a>${about !== '' && html` <span class="file-about"${view.part('about', file)}>${about}</span>`}</li>`
        );
      });
      if (!items.some(Boolean)) return view.standIn('Files show here once they are added, each with its address.');
      return html`${title !== '' && html`<h2${view.part('title')}>${title}</h2>`}<ul class="files">${items}</ul>`;
    },
    css: css`
      .files {
        margin: 0;
        padding: 0;
        list-style: none;
      }
      li {
        padding-block: 0.5em;
        border-block-end: 1px solid var(--line);
      }
      .file-about {
        color: var(--quiet);
        font-size: 0.9375em;
      }
    `,
  },
);
