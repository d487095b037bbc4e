/** The state of the workbench: one page of the draft, what is selected, and everything that can be done to it. */
import { Problem } from '@parlour/core';
import { isForSection, ownSections, planParts } from '@parlour/core/assign';
import { closeDocument, freeCode, LIMITS, type EditRequest } from '@parlour/core/design';
import {
  hasSections,
  isOfType,
  sectionsIn,
  templateCodeOf,
  type Section,
  type SectionedDocument,
  stateOf,
} from '@parlour/core/documents';
import { kindName, SHARED_SECTION } from '@parlour/core/kinds';
import { planPage } from '@parlour/core/plan';
import { routes } from '@parlour/contract';
import { computed, reactive, ref, watch } from 'vue';
import { useAnswer } from '../answers';
import { askAnew, attempt, call, edit, refreshChanges, sendUnit, session } from '../api';
import { inTurn } from '../edit-queue';
import { news } from '../live';
import { newUnit } from '../units';
import { saveAll } from '../unsaved';
import { usePreview } from '../use-preview';
import { familyOf, stepOf, type Family, type Selection, type Target } from './steps';

/** Does something with a code made from a name, and with another where that is taken already. */
async function withFreeCode<T>(name: string, work: (code: string) => Promise<T>): Promise<T> {
  const taken = new Set<string>();
  for (;;) {
    const code = freeCode(name, (one) => taken.has(one));
    try {
      return await work(code);
    } catch (error) {
      if (!(error instanceof Problem) || error.code !== 'already-there') throw error;
      taken.add(code);
    }
  }
}

export function useWorkbench() {
  const state = reactive({
    page: '',
    /** The code of another template than the page has, opened in its place. */
    wanted: undefined as string | undefined,
    selected: null as Selection | null,
  });
  /** Moves on whenever the page must be drawn anew. */
  const renewals = ref(0);
  /** The section, or the kind of section, that is selected as soon as it is there. */
  let awaited = '';

  const { data: parts, settle } = useAnswer(
    routes.getPageParts,
    () => ({ params: { page: state.page }, query: { template: state.wanted } }),
    { when: () => state.page !== '', opens: true },
  );
  /** The page that is shown: the home page may show another one. */
  const shownPage = computed(() => parts.value?.page ?? state.page);
  const documents = computed(() =>
    stateOf((parts.value?.documents ?? []).map(({ key, document }) => [key, closeDocument(document)])),
  );
  const templateKey = computed(() => parts.value?.template ?? '');
  const templateCode = computed(() => templateCodeOf(templateKey.value) ?? '');
  const template = computed(() => documents.value.get(`template/${templateCode.value}`));
  const plan = computed(() => {
    if (!parts.value) return null;
    const { regions, additions } = parts.value;
    const shown = new Map(
      [...documents.value].filter((one): one is [string, SectionedDocument] => hasSections(one[1])),
    );
    const drawing = planParts({ template: parts.value.template, regions, additions }, shown);
    return drawing && planPage(drawing, session.kinds);
  });
  const previewUrl = usePreview(() => state.page, { template: () => state.wanted });

  const { data: listed } = useAnswer(routes.listTemplates);
  /** The templates that the page could have. */
  const templates = computed(() =>
    (listed.value?.templates ?? []).filter(({ pageKind }) => pageKind === template.value?.pageKind),
  );
  /** How many store pages use the template. */
  const users = computed(() => listed.value?.templates.find(({ code }) => code === templateCode.value)?.pages ?? 0);

  const selectedSection = computed<Section | null>(() => {
    const document = state.selected && documents.value.get(state.selected.document);
    if (!document || !hasSections(document)) return null;
    return [...sectionsIn(document.areas)].find((section) => section.id === state.selected?.section) ?? null;
  });

  /** What the open page has of its own. */
  const own = computed(() => {
    const document = documents.value.get(parts.value?.own ?? '');
    return isOfType('own', document) ? document : undefined;
  });
  /** What of that is for the selected section. */
  const ownOfSelected = computed(() => {
    const section = selectedSection.value;
    const mine = section && ownSections(own.value).get(section.id);
    return section && isForSection(mine ?? undefined, section) ? mine : undefined;
  });
  /** How many pages show the document that the selected section stands in. */
  const { data: reach } = useAnswer(routes.getReach, () => ({ query: { key: state.selected?.document ?? '' } }), {
    when: () => state.selected !== null,
  });

  /** What the inspection finds in the template. */
  const { data: inspected } = useAnswer(routes.listFindings, () => ({ query: { template: templateCode.value } }), {
    when: () => templateCode.value !== '',
  });
  const findings = computed(() => inspected.value?.findings ?? []);

  /** Selects a section by its id, or the first of a kind, wherever it is: in the template, around it, added, or shared. */
  function select(wanted: string): boolean {
    for (const [document, body] of documents.value) {
      if (body.type === 'own') continue;
      const found = hasSections(body)
        ? [...sectionsIn(body.areas)].find(({ id, kind }) => id === wanted || kindName(kind) === wanted)
        : undefined;
      if (!found) continue;
      state.selected = { document, section: found.id };
      return true;
    }
    return false;
  }

  /** Opens a page, or another template of its kind in its place; selects a section of it. */
  function open(page: string, template = '', section = ''): void {
    Object.assign(state, { page, wanted: template || undefined, selected: null });
    awaited = section;
  }
  watch(documents, () => {
    if (awaited !== '' && select(awaited)) awaited = '';
    else if (state.selected && !selectedSection.value) state.selected = null;
  });

  /** Draws the page anew, and reads what is there now. */
  async function renew(): Promise<void> {
    renewals.value++;
    await settle();
  }

  /**
   * Does edits; false if they were refused, which has been said by then.
   * @param edits or what works them out when it is their turn, from what is there by then; none for nothing to do
   */
  const run = (edits: readonly EditRequest[] | (() => readonly EditRequest[])): Promise<boolean> =>
    inTurn(async () => {
      const wanted = typeof edits === 'function' ? edits() : edits;
      if (wanted.length === 0) return true;
      const answer = await attempt(() => sendUnit(wanted));
      // A refused edit may mean that somebody else was faster: show what is there now.
      if (!answer) askAnew();
      await renew();
      return answer !== undefined;
    });

  async function step(route: typeof routes.undo | typeof routes.redo): Promise<void> {
    await attempt(async () => {
      await saveAll();
      await call(route, { body: { unit: newUnit() } });
      await Promise.all([refreshChanges(), renew()]);
    });
  }

  const ground = computed(() => ({ documents: documents.value, plan: plan.value }));
  const family = (selection: Selection): Family | null => familyOf(ground.value, selection);
  const stepFrom = (selection: Selection, by: -1 | 1): Target | null => stepOf(ground.value, selection, by);

  const move = (selection: Selection, place: Target): Promise<boolean> =>
    run([{ type: 'move', document: selection.document, node: selection.section, place }]);

  /** One step of a section. Whoever clicks faster than it is drawn gets a step for each click. */
  const nudge = (selection: Selection, by: -1 | 1): Promise<boolean> =>
    run(() => {
      const place = stepFrom(selection, by);
      return place ? [{ type: 'move', document: selection.document, node: selection.section, place }] : [];
    });

  /** Makes a copy right behind, which is selected then. */
  async function copy({ document, section }: Selection): Promise<void> {
    const answer = await attempt(() => edit([{ type: 'copy', document, node: section }]));
    await renew();
    const [made] = answer?.edits ?? [];
    if (made?.type === 'insert') state.selected = { document, section: made.nodes[0]?.id ?? '' };
  }

  /** Makes a shared section of it, which is shown where it stood. */
  async function share({ document, section }: Selection, name: string): Promise<boolean> {
    const isDone = await run([{ type: 'share', document, node: section, name }]);
    if (isDone) select(section);
    return isDone;
  }

  /** The section of the page that shows the shared one which is selected; null if none is. */
  const showing = computed<Selection | null>(() => {
    const { selected } = state;
    if (!selected) return null;
    const section = selectedSection.value;
    if (section && kindName(section.kind) === SHARED_SECTION) return selected;
    const code = /^shared\/(.+)$/.exec(selected.document)?.[1];
    if (code === undefined) return null;
    for (const [document, body] of documents.value)
      for (const one of hasSections(body) && body.type !== 'own' ? sectionsIn(body.areas) : [])
        if (kindName(one.kind) === SHARED_SECTION && one.values['shared'] === code)
          return { document, section: one.id };
    return null;
  });
  /** Puts a copy of its own in the place of the shared section that is selected. */
  const unshare = ({ document, section }: Selection): Promise<boolean> =>
    run([{ type: 'unshare', document, node: section }]);

  async function remove(selection: Selection): Promise<void> {
    await run([{ type: 'remove', document: selection.document, node: selection.section }]);
  }

  async function insert(document: string, kind: string, place: Target): Promise<void> {
    const answer = await attempt(() => edit([{ type: 'insert', document, kind, place }]));
    await renew();
    const [made] = answer?.edits ?? [];
    if (made?.type === 'insert') state.selected = { document, section: made.nodes[0]?.id ?? '' };
  }

  /** Sets one field in place of what it was; without a value it goes back to its default. */
  const setterOf =
    ({ section, ...own }: { document: string; section?: string; field: string }) =>
    (value: unknown, was: unknown): Promise<boolean> =>
      run([
        {
          type: 'set',
          ...own,
          ...(section === undefined ? {} : { node: section }),
          ...(value === undefined ? {} : { value }),
          ...(was === undefined ? {} : { was }),
        },
      ]);

  /** Sets one field of a section for the open page alone; without a value it is as on other pages again. */
  const ownSetterOf =
    ({ document, section, field }: { document: string; section: string; field: string }) =>
    (value: unknown, was: unknown): Promise<boolean> =>
      run([
        {
          type: 'own',
          page: shownPage.value,
          document,
          node: section,
          field,
          ...(value === undefined ? {} : { value }),
          ...(was === undefined ? {} : { was }),
        },
      ]);

  /** Takes back what the open page has of its own: in a section, or one field or list of it. */
  const resetOwn = (section?: string, field?: string): Promise<boolean> =>
    run([
      {
        type: 'own-reset',
        page: shownPage.value,
        ...(section === undefined ? {} : { node: section }),
        ...(field === undefined ? {} : { field }),
      },
    ]);

  /** Puts a section onto the open page alone, by an addition. */
  async function insertAlone(kind: string, title: string, place: string): Promise<void> {
    const name = `${title} on ${parts.value?.title ?? shownPage.value}`.slice(0, LIMITS.nameLength);
    const answer = await attempt(() =>
      withFreeCode(name, (code) =>
        edit([
          { type: 'create', what: 'addition', name, code, head: { place, 'target.page': shownPage.value } },
          { type: 'insert', document: `addition/${code}`, kind, place: {} },
        ]),
      ),
    );
    await renew();
    const made = answer?.edits.at(-1);
    if (made?.type === 'insert') state.selected = { document: made.document, section: made.nodes[0]?.id ?? '' };
  }

  /** Gives the open page another template: one that is there, or a copy of the one it has, to be changed for it. */
  const useTemplate = (code: string): Promise<boolean> =>
    run([{ type: 'assign', pages: [shownPage.value], template: code }]);
  async function useCopy(): Promise<boolean> {
    const name = `${template.value?.name ?? ''} for ${parts.value?.title ?? shownPage.value}`.slice(
      0,
      LIMITS.nameLength,
    );
    const answer = await attempt(() =>
      withFreeCode(name, (code) =>
        edit([
          { type: 'create', what: 'template', name, code, copyOf: templateCode.value },
          { type: 'assign', pages: [shownPage.value], template: code },
        ]),
      ),
    );
    await renew();
    return answer !== undefined;
  }

  // What others did shows at once, the selection stays.
  watch(news, (heard) => heard?.documents.length && renewals.value++);

  return {
    state,
    documents,
    parts,
    shownPage,
    plan,
    template,
    templateCode,
    templateKey,
    users,
    selectedSection,
    previewUrl,
    renewals,
    open,
    select,
    run,
    family,
    move,
    nudge,
    stepFrom,
    copy,
    share,
    showing,
    unshare,
    remove,
    insert,
    insertAlone,
    setterOf,
    ownSetterOf,
    resetOwn,
    own,
    ownOfSelected,
    reach,
    findings,
    templates,
    useTemplate,
    useCopy,
    undo: () => step(routes.undo),
    redo: () => step(routes.redo),
  };
}

export type Workbench = ReturnType<typeof useWorkbench>;
