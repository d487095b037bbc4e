/** Content pages that every store needs, with ready-made texts to begin with; which of them a design is without. */
import { FORMAT, keys, type ContentDocument, type Document, type DocumentKey } from '../documents/document.js';
import { sure } from '../sure.js';

/** A content page to begin with. */
export interface ReadyPage {
  /** Its code, and the last part of its path. */
  readonly code: string;
  readonly title: string;
  /** What it is good for. */
  readonly sentence: string;
  /** The menu of a new store that leads to it. */
  readonly menu: 'header-links' | 'help';
  readonly description: string;
  readonly text: string;
}

const joined = (...parts: readonly string[]): string => parts.join('');

/** In the order they stand in menus. */
export const READY_PAGES: readonly ReadyPage[] = [
  {
    code: 'about',
    title: 'About us',
    sentence: 'Who is behind the store: what people read before they buy for the first time.',
    menu: 'header-links',
    description: 'Who we are, and how we work.',
    text: joined(
      '<p>We are a small store, and the people who answer your messages are the people who pack your parcel.</p>',
      '<h2>What we sell</h2>',
      '<p>Everything here is made or chosen by us. If we would not keep it ourselves, we do not sell it.</p>',
      '<h2>If something is wrong</h2>',
      '<p>Tell us. We put it right, or you get your money back.</p>',
    ),
  },
  {
    code: 'contact',
    title: 'Contact us',
    sentence: 'Where to write, call or come by.',
    menu: 'header-links',
    description: 'Write to us, or reply to any message we sent you.',
    text: joined(
      '<p>The quickest way is to reply to the confirmation of your order: it reaches us with your order number in it.</p>',
      '<p>We answer on working days, usually within one.</p>',
    ),
  },
  {
    code: 'delivery',
    title: 'Delivery and returns',
    sentence: 'What delivery costs, how long it takes, and how things are sent back.',
    menu: 'help',
    description: 'What delivery costs, how long it takes, and how to send something back.',
    text: joined(
      '<h2>Delivery</h2>',
      '<p>The checkout shows every delivery method to your country with its price, before you pay.</p>',
      '<h2>Returns</h2>',
      '<p>You can send back what you bought within 14 days of receiving it, unused and in its packaging. Write to us first, and we will tell you where to send it. We refund the price within 14 days of its arrival.</p>',
      '<p>If something arrives broken, send us a picture of it. You need not send it back.</p>',
    ),
  },
  {
    code: 'terms',
    title: 'Terms',
    sentence: 'The conditions of a sale.',
    menu: 'help',
    description: 'The conditions of buying here.',
    text: joined(
      '<h2>Orders</h2>',
      '<p>A contract of sale is made when we confirm your order. If we cannot deliver, we tell you at once and refund what you paid.</p>',
      '<h2>Prices</h2>',
      '<p>Prices are those shown at the checkout, with tax and delivery.</p>',
      '<h2>Your rights</h2>',
      '<p>The rights that the law of your country gives you as a buyer are not affected by these terms.</p>',
    ),
  },
  {
    code: 'privacy',
    title: 'Privacy',
    sentence: 'What you know of your shoppers, and what for.',
    menu: 'help',
    description: 'What we know about you, and what for.',
    text: joined(
      '<h2>What we keep</h2>',
      '<p>To deliver an order we keep your name, addresses, email address, and what you bought. We keep them as long as the law asks us to.</p>',
      '<h2>Cookies</h2>',
      '<p>This store sets one cookie when you put something into the cart, so that it is still there on the next page.</p>',
      '<h2>Your rights</h2>',
      '<p>You can ask us at any time what we know about you, and have it corrected or deleted.</p>',
    ),
  },
];

/** The ready-made page of a code, as a design holds it until somebody has read it; undefined if there is none. */
export function readyPage(code: string): ContentDocument | undefined {
  const found = READY_PAGES.find((page) => page.code === code);
  return (
    found && {
      format: FORMAT,
      type: 'content',
      title: found.title,
      slug: found.code,
      description: found.description,
      text: found.text,
      readyMade: true,
    }
  );
}

/** The pages and menus of a new store. */
export function readyDocuments(): [DocumentKey, Document][] {
  const leadingTo = (menu: ReadyPage['menu']) =>
    READY_PAGES.filter((page) => page.menu === menu).map(({ code, title }) => entry(code, title, `content:${code}`));
  const collections = entry('collections', 'All collections', 'all-collections');
  return [
    ...READY_PAGES.map(({ code }): [DocumentKey, Document] => [keys.content(code), sure(readyPage(code))]),
    [keys.menu('header-links'), menu('Header links', [collections, ...leadingTo('header-links')])],
    [keys.menu('help'), menu('Help and legal', leadingTo('help'))],
  ];
}

const entry = (id: string, label: string, to: string) => ({ id: `to-${id}`, values: { label, link: { to } } });

const menu = (name: string, entries: readonly ReturnType<typeof entry>[]): Document => ({
  format: FORMAT,
  type: 'menu',
  name,
  lists: { entries },
});
