/** A page says what it is about, under one main heading. */
import { keys } from '../../documents/document.js';
import { isBound } from '../../fields/value.js';
import type { SectionKind } from '../../kinds/kind.js';
import { PAGE_KINDS } from '../../pages/page.js';
import { upgradedValues } from '../../kinds/kind.js';
import { sectionName } from '../../design/edits/common.js';
import { listed } from '../../words.js';
import type { Inspected, InspectedTemplate, Inspecting, Inspection } from '../inspection.js';
import type { Shown } from '../shown.js';

export const headings: Inspection = {
  *template(one, around) {
    yield* withoutTitle(one, around);
    yield* twice(one, around);
  },
};

function* withoutTitle(
  { code, template, shown, users }: InspectedTemplate,
  { kinds }: Inspecting,
): Generator<Inspected> {
  // Others have a title of their own, or show what it would say.
  if (PAGE_KINDS[template.pageKind].subject === null || users === null) return;
  if (shown.some(({ section }) => tells(section.values, kinds.find(section.kind)))) return;
  yield {
    code: 'untitled-pages',
    sentence: `The template “${template.name}” shows neither the title nor the text of its pages.`,
    severity: 'warning',
    place: { document: keys.template(code) },
    remedy: 'Add the section “Page title”, or take a text of a section from the page.',
    mend: {
      label: 'Add “Page title”',
      edits: [{ type: 'insert', document: keys.template(code), kind: 'page-title', place: {} }],
    },
  };
}

const OF_PAGE = new Set(['title', 'text', 'description']);
const tells = (values: object, kind: SectionKind | undefined): boolean =>
  (kind?.tells?.length ?? 0) > 0 || Object.values(values).some((value) => isBound(value) && OF_PAGE.has(value.bind));

function* twice({ code, template, shown }: InspectedTemplate, { kinds }: Inspecting): Generator<Inspected> {
  const main = shown.filter(({ section, isAlways }) => isAlways && isMainHeading(section, kinds.find(section.kind)));
  const [, second] = main;
  if (!second) return;
  yield {
    code: 'two-main-headings',
    sentence: `Pages of the template “${template.name}” have ${main.length} main headings: ${listed(main.map(({ section }) => sectionName(section, kinds)))}.`,
    severity: 'warning',
    place: { document: second.document ?? keys.template(code), node: second.section.id },
    remedy: 'Make one of them a smaller heading, or remove it.',
  };
}

function isMainHeading({ kind: ref, values }: Shown['section'], kind: SectionKind | undefined): boolean {
  if (!kind?.mainHeading) return false;
  if (kind.mainHeading === true) return true;
  const { where, is } = kind.mainHeading;
  return upgradedValues(kind, ref, values)[where] === is;
}
