/** What bound values take from the open page. */
import type { ContentDocument } from '../documents/document.js';
import type { PageInfo } from './data.js';

/** The value a name such as `title` or `attribute.wind` has on a page; undefined if the page has none. */
export function bindingOf(page: PageInfo, name: string): unknown {
  switch (name) {
    case 'title':
      return page.title;
    case 'description':
      return page.description;
    case 'path':
      return { to: page.code };
    case 'picture':
      return pictureOf(page);
    default:
      return subjectValue(page, name);
  }
}

function pictureOf({ subject }: PageInfo): unknown {
  if (subject && 'content' in subject) return subject.content.picture ?? undefined;
  if (subject && 'brand' in subject) return undefined;
  const picture = subject && ('product' in subject ? subject.product.pictures[0] : subject.collection.picture);
  return picture && { picture: picture.hash, alt: picture.alt };
}

function textOf(subject: PageInfo['subject']): string | undefined {
  if (!subject) return undefined;
  if ('content' in subject) return subject.content.text;
  if ('product' in subject) return subject.product.description;
  return 'collection' in subject ? subject.collection.description : subject.brand.description;
}

function subjectValue({ subject, code }: PageInfo, name: string): unknown {
  if (name === 'text') return textOf(subject);
  if (name === 'code') return code.slice(code.indexOf(':') + 1);
  if (!subject) return undefined;
  // A subject is one of products, collections, brands and content pages; these of its values some of them have.
  const thing = Object.values(subject)[0] as {
    readonly attributes?: Readonly<Record<string, unknown>>;
    readonly brand?: string;
    readonly category?: string;
  };
  if (name.startsWith('attribute.')) {
    const own = name.slice('attribute.'.length);
    const value = thing.attributes && Object.hasOwn(thing.attributes, own) ? thing.attributes[own] : undefined;
    return typeof value === 'boolean' ? (value ? 'yes' : 'no') : value;
  }
  return name === 'brand' || name === 'category' ? thing[name] : undefined;
}

/** A content page with its texts in a language, as far as there are any. */
export function translatedContent(content: ContentDocument, language: string): ContentDocument {
  const { attributes } = content;
  return {
    ...content,
    // A text in a further language stands where the text itself does.
    ...(inLanguage(content, language) as Partial<ContentDocument>),
    ...(attributes && { attributes: { ...attributes, ...(inLanguage(attributes, language) as typeof attributes) } }),
  };
}

/** The values that are for a language, by their names without it. */
function inLanguage(values: object, language: string): Readonly<Record<string, unknown>> {
  const suffix = `@${language}`;
  return Object.fromEntries(
    Object.entries(values).flatMap(([key, value]) =>
      key.endsWith(suffix) ? [[key.slice(0, -suffix.length), value]] : [],
    ),
  );
}
