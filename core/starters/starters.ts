/** Starters: ready-made templates to begin with. The first of each page kind is what a new store has. */
import { PAGE_KINDS, type PageKind } from '../pages/page.js';
import { FORMAT, type Section, type TemplateDocument, type Values, type Width } from '../documents/document.js';
import { recordOf } from '../sure.js';

/** A template to begin with. */
export interface TemplateStarter {
  readonly code: string;
  readonly name: string;
  /** What it is good for. */
  readonly sentence: string;
  readonly pageKind: PageKind;
  readonly width?: Width;
  readonly side?: 'start' | 'end';
  /** The sections of its first area. @param store what the store is called, for its first words */
  readonly sections: (store: string) => readonly Section[];
  /** The fields and lists of its sections that each page has of its own, as `SECTION.FIELD`. */
  readonly each?: readonly string[];
  /** The sections of its second area. */
  readonly beside?: () => readonly Section[];
}

/** A section of a kind's first version. */
export const starterSection = (
  id: string,
  kind: string,
  values: Values = {},
  frame: Values = {},
  slots?: Section['slots'],
): Section => ({ id, kind: `${kind}@1`, frame, values, ...(slots ? { slots } : {}) });
const section = starterSection;

/** Shoppers may come before there is anything to buy; then there is nothing but this. */
const SETTING_UP = 'We are setting up the shop. Come back soon.';

const goods = (id: string, values: Values): Section => section(id, 'product-row', values, { space: 'large' });

const MADE: readonly TemplateStarter[] = [
  {
    code: 'home-poster',
    name: 'Poster and new products',
    sentence: 'One large picture with a few words, then what is new.',
    pageKind: 'home',
    sections: (store) => [
      section(
        'home-poster',
        'poster',
        { title: store, level: 'h1', text: SETTING_UP },
        { width: 'edge', space: 'none' },
      ),
      goods('home-newest', { title: 'New', source: { from: 'newest' }, limit: 8 }),
    ],
  },
  {
    code: 'home-story',
    name: 'Story first',
    sentence: 'Who makes it and how, in words and pictures; products come after.',
    pageKind: 'home',
    sections: (store) => [
      section(
        'home-title',
        'heading',
        { text: store, level: 'h1', lead: 'Say in one line what you make.' },
        { space: 'large', align: 'centre' },
      ),
      section('home-who', 'side-by-side', { title: 'Who we are', text: '<p>Tell who makes it, and where.</p>' }),
      section('home-how', 'side-by-side', {
        title: 'How it is made',
        text: '<p>Tell what is done by hand, and why.</p>',
        side: 'end',
      }),
      goods('home-newest', { title: 'New', source: { from: 'newest' }, limit: 4 }),
    ],
  },
  {
    code: 'home-goods',
    name: 'Products first',
    sentence: 'A poster and two rows of products: for shoppers who know what they want.',
    pageKind: 'home',
    sections: (store) => [
      section(
        'home-poster',
        'poster',
        { title: store, level: 'h1', text: SETTING_UP },
        { width: 'edge', space: 'none' },
      ),
      goods('home-newest', { title: 'New', source: { from: 'newest' }, limit: 8 }),
      section(
        'home-reduced',
        'product-row',
        { title: 'Reduced', source: { from: 'reduced' }, limit: 4 },
        { tone: 'soft', space: 'large' },
      ),
    ],
  },
  {
    code: 'product-beside',
    name: 'Pictures beside words',
    sentence: 'Large pictures, with what it is, its price and the button beside them.',
    pageKind: 'product',
    sections: () => [
      section(
        'product-columns',
        'columns',
        { widths: 'first-wider' },
        { space: 'large' },
        {
          one: [section('product-pictures', 'product-pictures')],
          two: [
            section('product-title', 'product-title', { description: true }),
            section('product-price', 'price', { size: 'large' }),
            section('product-buy', 'buy-form'),
          ],
        },
      ),
    ],
  },
  {
    code: 'product-words',
    name: 'Words first',
    sentence: 'What it is and what it costs come before the pictures: for spares, kits and tickets.',
    pageKind: 'product',
    sections: () => [
      section(
        'product-columns',
        'columns',
        {},
        { space: 'large' },
        {
          one: [
            section('product-title', 'product-title', { description: true }),
            section('product-price', 'price'),
            section('product-buy', 'buy-form'),
          ],
          two: [section('product-pictures', 'product-pictures')],
        },
      ),
      goods('product-same-brand', { title: 'From the same makers', source: { from: 'same-brand' }, limit: 4 }),
    ],
  },
  {
    code: 'product-one-column',
    name: 'One narrow column',
    sentence: 'Pictures, words and button below each other, in one quiet column.',
    pageKind: 'product',
    width: 'reading',
    sections: () => [
      section('product-pictures', 'product-pictures'),
      section('product-title', 'product-title', { description: true }, { space: 'small' }),
      section('product-price', 'price', { size: 'large' }, { space: 'small' }),
      section('product-buy', 'buy-form', {}, { space: 'small' }),
    ],
  },
  {
    code: 'collection-panel',
    name: 'Title panel',
    sentence: 'The title and description on a soft background, four products across.',
    pageKind: 'collection',
    sections: () => [
      section('collection-title', 'page-title', {}, { tone: 'soft' }),
      section('collection-goods', 'listing', {}, { space: 'large' }),
      section('collection-pages', 'paging'),
    ],
  },
  {
    code: 'collection-large',
    name: 'Large pictures',
    sentence: 'Two tall pictures across, one on a phone: for a few special products.',
    pageKind: 'collection',
    sections: () => [
      section('collection-title', 'page-title', {}, { align: 'centre' }),
      section(
        'collection-goods',
        'listing',
        { size: 12, across: '2', 'across@phone': '1', pictures: 'portrait' },
        { space: 'large' },
      ),
      section('collection-pages', 'paging'),
    ],
  },
  {
    code: 'all-collections-tiles',
    name: 'Collections as tiles',
    sentence: 'Every collection with a picture of what is in it.',
    pageKind: 'all-collections',
    sections: () => [
      section('collections-title', 'page-title', {}, { tone: 'soft' }),
      section('collections-tiles', 'collection-tiles', {}, { space: 'large' }),
    ],
  },
  {
    code: 'all-collections-list',
    name: 'Collections as a list',
    sentence: 'Every collection in a row of its own, with its description: for a few that differ much.',
    pageKind: 'all-collections',
    sections: () => [
      section('collections-title', 'page-title'),
      section('collections-tiles', 'collection-tiles', { shown: 'list' }, { space: 'large' }),
    ],
  },
  {
    code: 'brand-panel',
    name: 'Title panel',
    sentence: 'The brand’s name on a soft background, and all its products.',
    pageKind: 'brand',
    sections: () => [
      section('brand-title', 'page-title', {}, { tone: 'soft' }),
      goods('brand-goods', { source: { from: 'same-brand' }, limit: 48 }),
    ],
  },
  {
    code: 'brand-story',
    name: 'Story of the brand',
    sentence: 'A picture and some words about the people behind the name, then their products.',
    pageKind: 'brand',
    sections: () => [
      section('brand-title', 'page-title'),
      section('brand-who', 'side-by-side', {
        title: 'Who they are',
        text: { bind: 'description', fallback: '<p>Tell who they are, and why you sell what they make.</p>' },
      }),
      goods('brand-goods', { source: { from: 'same-brand' }, limit: 48 }),
    ],
  },
  {
    code: 'policy',
    name: 'Policy',
    sentence: 'A title, the day it was written, and a narrow text: for terms, privacy and letters.',
    pageKind: 'content',
    sections: () => [
      section('content-crumbs', 'breadcrumb', {}, { width: 'reading', space: 'small' }),
      section('content-title', 'page-title', { description: false, date: true }, { width: 'reading', space: 'small' }),
      section('content-text', 'part-of-text', { part: 'all' }, { width: 'reading' }),
    ],
  },
  {
    code: 'story',
    name: 'Story',
    sentence: 'The title on a large picture, the lead in larger letters, then the text in reading width.',
    pageKind: 'content',
    sections: () => [
      section(
        'content-poster',
        'poster',
        { title: { bind: 'title' }, level: 'h1', text: { bind: 'description' }, picture: { bind: 'picture' } },
        { width: 'edge', space: 'none', tone: 'soft' },
      ),
      section('content-lead', 'part-of-text', { size: 'large' }, { width: 'reading', space: 'large' }),
      section('content-rest', 'part-of-text', { part: 'rest' }, { width: 'reading' }),
    ],
  },
  {
    code: 'guide',
    name: 'Guide',
    sentence: 'A long text with what is in it at the side, then steps that each page has of its own.',
    pageKind: 'content',
    side: 'start',
    each: ['guide-steps.steps'],
    sections: () => [
      section('content-crumbs', 'breadcrumb', {}, { space: 'small' }),
      section('content-title', 'page-title', { author: true }, { space: 'small' }),
      section('content-text', 'part-of-text', { part: 'all' }),
      {
        ...section('guide-steps', 'how-it-works', {}, { space: 'medium' }),
        lists: {
          steps: [
            { id: 'step-one', values: { title: 'The first step', text: 'Say what to do, in a sentence or two.' } },
            { id: 'step-two', values: { title: 'The next one', text: 'And what comes after it.' } },
          ],
        },
      },
    ],
    beside: () => [
      section('side-contents', 'contents', { smaller: true }, { space: 'small' }),
      section('side-collections', 'directory', { title: 'Collections', folded: true }, { space: 'small' }),
    ],
  },
  {
    code: 'visit',
    name: 'Visit',
    sentence: 'Where the store is and when it is open, a map, and a form to write to it.',
    pageKind: 'content',
    sections: () => [
      section('content-title', 'page-title'),
      section('content-text', 'part-of-text', { part: 'all' }, { width: 'reading', space: 'small' }),
      section(
        'visit-columns',
        'columns',
        { widths: 'last-wider' },
        {},
        {
          one: [
            section('visit-reach', 'contact-details', { title: 'Address' }, { space: 'small' }),
            section('visit-hours', 'opening-hours', { title: 'Opening hours' }, { space: 'small' }),
          ],
          two: [section('visit-map', 'map', {}, { space: 'small' })],
        },
      ),
      section('visit-form', 'message-form', { title: 'Write to us' }, { tone: 'soft', space: 'large' }),
    ],
  },
  {
    code: 'pictures',
    name: 'Pictures',
    sentence: 'A text if wanted, then a gallery whose pictures can be seen large. Each page has its own pictures.',
    pageKind: 'content',
    each: ['pictures-gallery.pictures'],
    sections: () => [
      section('content-title', 'page-title'),
      section('content-text', 'part-of-text', { part: 'all' }, { width: 'reading', space: 'small' }),
      section('pictures-gallery', 'gallery'),
    ],
  },
  {
    code: 'questions',
    name: 'Questions',
    sentence:
      'Questions whose answers open one by one, and a form for those that are missing. Each page has its own questions.',
    pageKind: 'content',
    each: ['questions-accordion.parts'],
    sections: () => [
      section('content-title', 'page-title'),
      section('content-text', 'part-of-text', { part: 'all' }, { width: 'reading', space: 'small' }),
      {
        ...section('questions-accordion', 'accordion', {}, { width: 'reading' }),
        lists: {
          parts: [
            {
              id: 'question-one',
              values: { title: 'How long does delivery take?', text: '<p>Say how long, and to where.</p>' },
            },
            {
              id: 'question-two',
              values: { title: 'Can I send something back?', text: '<p>Say until when, and how.</p>' },
            },
          ],
        },
      },
      section('questions-form', 'message-form', { title: 'Another question?' }, { width: 'reading', space: 'large' }),
    ],
  },
  {
    code: 'news',
    name: 'News',
    sentence: 'The pages that have the label “news”, the newest first, each with its picture.',
    pageKind: 'content',
    sections: () => [
      section('content-title', 'page-title'),
      section('content-text', 'part-of-text', { part: 'all' }, { width: 'reading', space: 'small' }),
      section('news-pages', 'pages-by-label', { label: 'news' }),
    ],
  },
  {
    code: 'cart-lines',
    name: 'Lines and totals',
    sentence: 'What is in the cart, what it comes to beside it, and the way to the checkout.',
    pageKind: 'cart',
    sections: () => [
      section('cart-title', 'page-title'),
      section(
        'cart-columns',
        'columns',
        { widths: 'first-wider' },
        {},
        {
          one: [section('cart-lines', 'cart-lines')],
          two: [section('cart-totals', 'totals'), section('cart-checkout', 'checkout-button')],
        },
      ),
    ],
  },
  {
    code: 'checkout-beside',
    name: 'Order beside the form',
    sentence: 'Details, delivery and payment below each other, what is ordered beside them.',
    pageKind: 'checkout',
    sections: () => [
      section('checkout-title', 'page-title'),
      section('checkout-buyer', 'buyer'),
      section('checkout-address', 'delivery-address'),
      section('checkout-delivery', 'delivery-choice'),
      section('checkout-payment', 'payment-choice'),
    ],
    beside: () => [section('checkout-recap', 'your-order'), section('checkout-order', 'order-button')],
  },
  {
    code: 'thank-you-lines',
    name: 'Thanks and the order',
    sentence: 'Thanks by name, then what was ordered and where it goes.',
    pageKind: 'thank-you',
    width: 'reading',
    sections: () => [section('thank-you-thanks', 'thanks'), section('thank-you-lines', 'order-lines')],
  },
  {
    code: 'search-listing',
    name: 'Search box and products',
    sentence: 'The field to look for something else, how many were found, and the products page by page.',
    pageKind: 'search',
    sections: () => [
      section('search-title', 'page-title'),
      section('search-box', 'search-box', {}, { space: 'small' }),
      section('search-count', 'number-of-results', {}, { space: 'none' }),
      section('search-products', 'listing', { source: { from: 'found' } }),
      section('search-paging', 'paging', {}, { space: 'large' }),
    ],
  },
  {
    code: 'sign-in-form',
    name: 'Sign-in form',
    sentence: 'A field for an email address, to which a link is sent that signs in.',
    pageKind: 'sign-in',
    sections: () => [section('sign-in-title', 'page-title'), section('sign-in-form', 'sign-in-form')],
  },
  {
    code: 'not-found-new',
    name: 'Title and new products',
    sentence: 'Says that the page was not found, and shows what is new.',
    pageKind: 'not-found',
    sections: () => [
      section('not-found-title', 'page-title'),
      section('not-found-find', 'search-box', {}, { space: 'small' }),
      section('not-found-newest', 'product-row', { title: 'New', source: { from: 'newest' }, limit: 4 }),
    ],
  },
];

/** The starters of a page kind, the standard one first. A kind that has none of its own starts with its title. */
export function startersFor(kind: PageKind): readonly [TemplateStarter, ...TemplateStarter[]] {
  const [first, ...others] = MADE.filter(({ pageKind }) => pageKind === kind);
  if (first) return [first, ...others];
  return [
    {
      code: `${kind}-title`,
      name: 'Title only',
      sentence: 'The title of the page, and room for what you put below it.',
      pageKind: kind,
      sections: () => [section(`${kind}-title`, 'page-title')],
    },
  ];
}

/** A template made from a starter. @param store what the store is called; a prompt to the builder if not known */
export function templateFrom(starter: TemplateStarter, name: string, store = 'Say what you make'): TemplateDocument {
  const { pageKind, width = 'standard', side, sections, beside, each } = starter;
  const [first = 'main', ...others] = PAGE_KINDS[pageKind].areas;
  return {
    format: FORMAT,
    type: 'template',
    name,
    pageKind,
    layout: { width, ...(side && { side }) },
    ...(each && { each: recordOf(each, () => true) }),
    areas: { [first]: sections(store), ...Object.fromEntries(others.map((area) => [area, beside?.() ?? []])) },
  };
}
