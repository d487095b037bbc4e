/** What shoppers should know now: one message or several, each for its time. */
import { choice, dateTime, entries, link, text } from '../../fields/make.js';
import type { Link } from '../../fields/field.js';
import { css } from '../../kinds/css.js';
import { html, type Markup } from '../../kinds/html.js';
import { defineKind } from '../../kinds/kind.js';
import type { View } from '../../kinds/view.js';

export const notice = defineKind(
  {
    name: 'notice',
    version: 1,
    title: 'Notice',
    sentence: 'Messages that shoppers should see now, each from and until its own time.',
    alsoCalled: ['announcement', 'message bar', 'promotion'],
    fields: {
      text: text('Message', 'What is said all the time; leave empty for the messages below alone.', { max: 200 }),
      link: link('Leads to', 'Where the message leads; may lead nowhere.'),
      messages: entries(
        'Further messages',
        'Each is shown between its times, or always where it has none.',
        'message',
        {
          text: text('Message', 'What is said, in one line.', { max: 200, required: true }),
          link: link('Leads to', 'Where the message leads; may lead nowhere.'),
          from: dateTime('Shown from', 'When the message starts showing; leave empty for no start.'),
          until: dateTime('Shown until', 'When the message stops showing; leave empty for no end.'),
        },
        { max: 20 },
      ),
      several: choice(
        'Several at once',
        'What is shown while there is more than one message.',
        { all: 'All of them, below each other', first: 'The first of the further messages, else the one above' },
        'all',
      ),
    },
    caption: 'text',
    sketch: [4, { draw: 'text', width: 560, height: 14 }, 4],
  },
  {
    view({ text: always, link, messages, several }, view) {
      const timed = messages.filter((one) => view.isNow(one));
      const said: Message[] = [...(always === '' ? [] : [{ text: always, link }]), ...timed];
      const shown = several === 'all' ? said : [timed[0] ?? said[0]].flatMap((one) => one ?? []);
      if (shown.length === 0) return view.standIn('The notice shows here once it says something.');
      if (shown.length === 1) return html`<p class="notice">${shown.map((one) => message(one, view))}</p>`;
      return html`<ul class="notice">${shown.map((one) => html`<li>${message(one, view)}</li>`)}</ul>`;
    },
    css: css`
      .notice {
        display: grid;
        gap: 0.35em;
        margin: 0;
        padding: 0.35em 0;
        list-style: none;
      }
    `,
  },
);

/** One of the list, or the text of the section itself, which has no id. */
interface Message {
  readonly id?: string;
  readonly text: string;
  readonly link: Link | null;
}

function message({ id, text, link }: Message, view: View): Markup {
  const to = view.link(link);
  const part = view.part('text', id === undefined ? undefined : { id });
  return to ? html`<a ${to}${part}>${text}</a>` : html`<span${part}>${text}</span>`;
}
