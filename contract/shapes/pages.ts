/** Store pages, templates and documents of a draft. */
import { array, boolean, mixed, number, string } from 'yup';
import { codeText, closed, plainText } from '@parlour/core';
import { scenarioSchema } from '@parlour/core/commerce';
import type { DraftDocument, EditRequest } from '@parlour/core/design';
import type { Document, PlaceAround } from '@parlour/core/documents';
import { PAGE_SORTS, pageKinds } from '@parlour/core/pages';
import { brandChange, collectionChange, productChange } from './catalogue.js';
import { typed, pageKind, reason, wantedReason } from './common.js';

export const page = closed({
  page: string().required(),
  pageKind,
  title: string().required(),
  path: string().required(),
  template: closed({
    code: string().required(),
    name: string().required(),
    reason,
    /** The rule that decided, as text. */
    rule: string().optional(),
  }).nullable(),
  /** The page that the home page shows, if that is another one. */
  shows: closed({ page: string().required(), title: string().required() }).optional().default(undefined),
});

export const pages = closed({
  pages: array(page).required(),
  total: number().integer().required(),
  next: string().nullable().defined(),
  /** Set while templates are worked out anew in the background; the list is right all the same. */
  renewing: closed({
    pages: number().integer().required(),
    total: number().integer().required(),
    /** Why it could not be done, where it failed; it is tried again by itself. */
    fault: string().nullable().defined(),
  }).nullable(),
});

export const pagesQuery = closed({
  search: plainText(100).optional(),
  pageKind: string().oneOf(pageKinds()).optional(),
  template: codeText().optional(),
  reason: wantedReason,
  /** Codes with commas between: only these, as far as they exist. */
  pages: plainText(8000).optional(),
  /** A rule the pages must match, such as `price >= 80`; needs `pageKind`. */
  when: plainText(500).optional(),
  /** One of them, with “-” in front to begin at the other end. */
  sort: string()
    .oneOf(PAGE_SORTS.flatMap((sort) => [sort, `-${sort}` as const]))
    .optional(),
  cursor: plainText(4000).optional(),
  limit: number().integer().min(1).max(200).optional(),
});

export const why = closed({
  page: string().required(),
  title: string().required(),
  path: string().required(),
  template: closed({
    template: string().required(),
    reason,
    rule: string().optional(),
    name: string().required(),
  }).nullable(),
  otherwise: string().nullable().defined(),
  tried: array(
    closed({
      id: string().required(),
      rule: string().required(),
      template: string().required(),
      matched: boolean().required(),
      because: string().defined(),
    }),
  ).required(),
  regions: array(
    closed({
      region: string().required(),
      document: string().nullable().defined(),
      name: string().required(),
      reason: string().oneOf(['standard', 'template']).required(),
    }),
  ).required(),
  additions: array(
    closed({ document: string().required(), name: string().required(), place: string().required() }),
  ).required(),
  own: array(
    closed({
      section: string().required(),
      name: string().required(),
      fields: array(string().required()).required(),
      isShown: boolean().required(),
      sentence: string().required(),
    }),
  ).required(),
  overrides: array(
    closed({ setting: string().required(), value: typed<unknown>({}), elsewhere: typed<unknown>({}) }),
  ).required(),
  /** The fields of the section that was asked about. */
  fields: array(
    closed({
      field: string().required(),
      label: string().required(),
      value: mixed().nullable().optional(),
      origin: string().required(),
      sentence: string().required(),
    }),
  ).required(),
  change: array(closed({ what: string().required(), command: string().required() })).required(),
  sentences: array(string().required()).required(),
});

export const whyQuery = closed({ section: codeText().optional() });

export const template = closed({
  code: string().required(),
  name: string().required(),
  pageKind,
  /** How many store pages use it. */
  pages: number().integer().required(),
  standard: boolean().required(),
  sections: number().integer().required(),
  /** Whether its layout has a side area. */
  hasSide: boolean().required(),
  /** Other arrangements than the standard one, by region; `none` for a region that is left out. */
  around: typed<Readonly<Record<string, string>>>({ type: 'object', additionalProperties: { type: 'string' } }),
});

export const templates = closed({ templates: array(template).required() });

export const documentQuery = closed({ key: plainText(200).required() });

export const document = closed({
  key: string().required(),
  document: typed<Document>({ type: 'object' }),
  seq: number().integer().required(),
});

export const documents = closed({
  documents: array(
    closed({
      key: string().required(),
      type: string().required(),
      /** As it was named; in words where it has no name. */
      name: string().required(),
      /** Inside a sentence: the template “Home”. */
      called: string().required(),
    }),
  ).required(),
});

export const contentPages = closed({
  content: array(
    closed({
      code: string().required(),
      title: string().required(),
      path: string().required(),
      /** True as long as nobody has made its ready-made text their own. */
      readyMade: boolean().required(),
      visible: string().oneOf(['everyone', 'signed-in', 'nobody']).required(),
      /** Shoppers see it from this instant on; empty for at once. */
      from: string().defined(),
      date: string().defined(),
      labels: array(string().required()).required(),
      /** Whether any menu, link, text or list of the design leads to it; true of those that nobody sees. */
      reached: boolean().required(),
      /** The menus that lead to it. */
      menus: array(closed({ code: string().required(), name: string().required() })).required(),
    }),
  ).required(),
});

export const additions = closed({
  additions: array(
    closed({
      code: string().required(),
      name: string().required(),
      /** As in the document, and in words: “right after Buy form in the template “Product””. */
      place: string().required(),
      where: string().required(),
      /** For which pages, in words: “Product pages: price >= 80”. */
      target: string().required(),
      order: number().integer().required(),
      /** The languages whose pages it is for; all if there are none. */
      languages: array(string().required()).required(),
      /** How many pages those are now, and the titles of the first few. */
      /** True if it is for some pages, and none of them has the place it goes to. */
      lacksPlace: boolean().required(),
      total: number().integer().required(),
      some: array(string().required()).required(),
    }),
  ).required(),
});

export const menus = closed({
  menus: array(
    closed({
      code: string().required(),
      name: string().required(),
      /** How many entries it has, those inside others too. */
      entries: number().integer().required(),
      /** The documents with a section that shows it. */
      uses: array(closed({ key: string().required(), name: string().required() })).required(),
      /** Entries whose page is not there any more. */
      gone: array(
        closed({ entry: string().required(), label: string().defined(), page: string().required() }),
      ).required(),
    }),
  ).required(),
});

export const partsQuery = closed({ template: codeText().optional() });

/** See `PageParts` in core. */
export const pageParts = closed({
  page: string().required(),
  title: string().required(),
  /** The template that the page has, and why. */
  assigned: closed({ template: string().required(), reason }).nullable(),
  /** The key of the template that was asked about, or of the one it has. */
  template: string().nullable().defined(),
  regions: array(
    closed({
      region: typed<PlaceAround>({ type: 'string' }),
      document: string().nullable().defined(),
    }),
  ).required(),
  additions: array(string().required()).required(),
  /** The key of what the page has of its own, whether there is such a document yet or not. */
  own: string().required(),
  /** All of these, the shared sections that they show, and the look, in the form that edits work on. */
  documents: array(closed({ key: string().required(), document: typed<DraftDocument>({ type: 'object' }) })).required(),
  /** The number of the last change that is in them. */
  seq: number().integer().required(),
});

export const findingsQuery = closed({ template: codeText().optional() });

export const findings = closed({
  findings: array(
    closed({
      code: string().required(),
      sentence: string().required(),
      severity: string().oneOf(['fault', 'blocker', 'warning', 'hint']).required(),
      document: string().required(),
      /** The section. */
      node: string().optional(),
      field: string().optional(),
      remedy: string().required(),
      /** One action that mends it. */
      mend: closed({ label: string().required(), edits: array(typed<EditRequest>({ type: 'object' })).required() })
        .optional()
        .default(undefined),
    }),
  ).required(),
});

export const reach = closed({
  key: string().required(),
  /** How many pages show it. */
  pages: number().integer().required(),
  /** Of a shared section: how many sections show it. */
  places: number().integer().required(),
  /** How many of the pages have a field, or a list, of a section of their own. */
  own: array(
    closed({ node: string().required(), field: string().required(), pages: number().integer().required() }),
  ).required(),
});

export const planQuery = closed({
  page: plainText(120).optional(),
  template: codeText().optional(),
  labels: string().oneOf(['yes', 'no']).optional(),
});

export const plan = closed({ svg: string().required(), text: string().required(), template: string().required() });

export const previewRequest = closed({
  page: plainText(120).required(),
  /** The number of a published state; the draft if absent. */
  revision: number().integer().min(1).max(1_000_000_000).optional(),
  /** The code of a template to show it with, if that is for pages of its kind. */
  template: codeText().optional(),
  /** The language of the storefront that it is shown in; its leading one if absent. */
  language: plainText(35).optional(),
  /** How it is shown: at another time, with a cart, to somebody elsewhere. */
  scenario: scenarioSchema().optional(),
  /** What a form has not saved yet of what the page is about. The web address stays the same, whatever is in it. */
  unsaved: closed({
    product: productChange.optional().default(undefined),
    collection: collectionChange.optional().default(undefined),
    brand: brandChange.optional().default(undefined),
  })
    .optional()
    .default(undefined),
});

export const preview = closed({ url: string().required(), expires: string().required() });
