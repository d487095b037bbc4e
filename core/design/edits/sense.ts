/** Checks that go beyond one field: whether what a document says fits the rest of the design. */
import { checkRule, type Rule } from '../../assign/rule.js';
import type { PageKind } from '../../assign/page.js';
import { kindInWords, parsePage, PAGE_KINDS } from '../../assign/page.js';
import { Problem } from '../../problem.js';
import { keys, type Region, type Values } from '../document.js';
import type { Draft, DraftDocument, DraftNode } from '../draft.js';

/** The part of a document that an edit changed. */
interface Changed {
  readonly node?: string;
  readonly field?: string;
  readonly value?: unknown;
}

/**
 * Checks a changed document against the design around it. Only what was changed is looked at, so that an old fault
 * elsewhere does not stand in the way.
 * @throws Problem `no-such-template`, `wrong-page-kind`, `bad-rule`, `rule-never-matches`, `bad-value`, `ends-first`
 */
export function checkSense(document: DraftDocument, draft: Draft, changed: Changed): void {
  const { casing } = (changed.node === undefined ? undefined : document.nodes[changed.node]) ?? {};
  if (casing) checkDates(casing, 'casing', 'The section');
  if (document.type === 'assignments') {
    const kind = document.head['pageKind'] as PageKind;
    const node = changed.node === undefined ? undefined : document.nodes[changed.node];
    if (node) checkAssignmentRule(node, kind, draft);
    else if (changed.field) {
      if (changed.field.startsWith('pages.')) checkPageOfKind(changed.field.slice('pages.'.length), kind);
      checkTemplate(draft, kind, String(changed.value));
    }
  } else if (document.type === 'addition') checkTarget(document);
  else if (document.type === 'template' && changed.field?.startsWith('around.')) {
    const region = changed.field.slice('around.'.length) as Region;
    if (changed.value !== 'none' && !draft.get(keys.arrangement(region, String(changed.value))))
      throw new Problem('no-such-document', `There is no arrangement “${String(changed.value)}” of the ${region}.`, {
        place: 'value',
        remedy: 'Make it first, or say “none” to leave the region out.',
      });
  }
}

function checkAssignmentRule({ values }: DraftNode, kind: PageKind, draft: Draft): void {
  if (!values['when'] || !values['template'])
    throw new Problem('bad-value', 'A rule needs a condition and a template.', {
      place: values['when'] ? 'values.template' : 'values.when',
      remedy: 'Give both “when” and “template”.',
    });
  checkRule(values['when'] as Rule, kind);
  checkTemplate(draft, kind, values['template'] as string);
  checkDates(values, 'values', 'The rule');
}

/** @throws Problem `ends-first` */
function checkDates({ from, until }: Values, part: string, what: string): void {
  if (from && until && String(until) <= String(from))
    throw new Problem('ends-first', `${what} would end before it begins.`, {
      place: `${part}.until`,
      remedy: 'Choose a later end or an earlier beginning, or leave one of them empty.',
    });
}

function checkTarget({ head }: DraftDocument): void {
  const kind = head['target.kind'] as PageKind | undefined;
  if (head['target.page'] !== undefined) {
    parsePage(head['target.page'] as string);
    if (kind !== undefined)
      throw new Problem('bad-value', 'An addition is for one page or for a kind of pages, not both.', {
        place: 'target.kind',
        remedy: 'Take the page away first.',
      });
  } else if (kind === undefined)
    throw new Problem('bad-value', 'An addition needs pages it is for.', {
      place: 'target',
      remedy: 'Name a page, or a page kind with or without a rule.',
    });
  else if (head['target.when']) checkRule(head['target.when'] as Rule, kind);
}

/** @throws Problem unless the page is of the kind */
export function checkPageOfKind(page: string, kind: PageKind): void {
  const found = parsePage(page).kind;
  if (found === kind && PAGE_KINDS[kind].subject !== null) return;
  throw new Problem('bad-page-code', `“${page}” is no ${kind} page that can be assigned by itself.`, {
    place: 'field',
    remedy: `Write it as ${kind}:CODE, or assign the standard.`,
  });
}

/** @throws Problem unless the template exists and is for pages of the kind */
export function checkTemplate(draft: Pick<Draft, 'get'>, kind: PageKind, code: string): void {
  const template = draft.get(keys.template(code));
  if (!template)
    throw new Problem('no-such-template', `There is no template “${code}”.`, {
      place: 'template',
      remedy: 'List the templates to see their codes.',
    });
  const own = template.head['pageKind'] as PageKind;
  if (own === kind) return;
  throw new Problem(
    'wrong-page-kind',
    `“${String(template.head['name'])}” is a template for ${kindInWords(own)} pages, not for ${kindInWords(kind)} pages.`,
    { place: 'template', remedy: `Choose a template for ${kindInWords(kind)} pages, or copy one.` },
  );
}
