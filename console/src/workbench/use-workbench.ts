/** The state of the workbench: one page of the draft, what is selected, and everything that can be done to it. */
import {
  hasSections,
  keys,
  kindName,
  planPage,
  sectionsIn,
  SHARED_SECTION,
  type Document,
  type PlaceRequest,
  type Region,
  type Section,
  type SectionedDocument,
  type EditRequest,
} from '@parlour/core';
import { routes, type AnswerOf } from '@parlour/contract';
import { computed, reactive, ref, shallowReactive, watch } from 'vue';
import { attempt, call, edit, refreshChanges, session } from '../api';
import { news } from '../live';
import { takingTurns } from '../turns';
import { newUnit } from '../units';

export interface Selection {
  readonly document: string;
  readonly section: string;
}

/** Where a section may be put: an area or a slot, before a sibling or last. */
export type Target = PlaceRequest;

export function useWorkbench() {
  const documents = shallowReactive(new Map<string, Document>());
  const why = ref<AnswerOf<typeof routes.why> | null>(null);
  const previewUrl = ref('');
  /** Moves on whenever the page must be drawn anew. */
  const renewals = ref(0);
  const state = reactive({
    page: '',
    template: '',
    selected: null as Selection | null,
    /** How many store pages use the template. */ users: 0,
  });

  const templateKey = computed(() => keys.template(state.template));
  const template = computed(() => documents.get(templateKey.value) as SectionedDocument | undefined);

  const plan = computed(() => {
    if (!template.value) return null;
    const regions: Partial<Record<Region, readonly [string, SectionedDocument]>> = {};
    for (const { region, document } of why.value?.regions ?? []) {
      const found = document === null ? undefined : documents.get(document);
      if (document !== null && found && hasSections(found)) regions[region as Region] = [document, found];
    }
    const additions = (why.value?.additions ?? []).flatMap(({ document }) => {
      const found = documents.get(document);
      return found?.type === 'addition' ? [[document, found] as const] : [];
    });
    const shared = new Map([...documents].filter(([, document]) => document.type === 'shared')) as Map<
      string,
      SectionedDocument
    >;
    return planPage({ template: [templateKey.value, template.value], regions, additions, shared }, session.kinds);
  });

  const selectedSection = computed<Section | null>(() => {
    const document = state.selected && documents.get(state.selected.document);
    if (!document || !hasSections(document)) return null;
    return [...sectionsIn(document.areas)].find((section) => section.id === state.selected?.section) ?? null;
  });

  const asking = new Map<string, ReturnType<typeof takingTurns>>();
  async function fetchDocument(key: string): Promise<void> {
    const ask = asking.get(key) ?? takingTurns();
    asking.set(key, ask);
    const counts = ask();
    const { document } = await call(routes.getDocument, { query: { key } });
    if (counts()) documents.set(key, document as Document);
  }

  /** The shared sections that what is open shows, and those that they show. */
  async function fetchShared(): Promise<void> {
    const shown = [...documents.values()]
      .flatMap((document) => (hasSections(document) ? [...sectionsIn(document.areas)] : []))
      .filter(({ kind }) => kindName(kind) === SHARED_SECTION)
      .map(({ values }) => keys.shared(String(values['shared'])));
    const missing = [...new Set(shown)].filter((key) => !documents.has(key));
    if (missing.length === 0) return;
    await Promise.all(missing.map(fetchDocument));
    await fetchShared();
  }

  /** Selects a section by its id, or the first of a kind, wherever it is: in the template, around it, added, or shared. */
  function select(wanted: string): void {
    for (const [document, body] of documents) {
      const found = hasSections(body)
        ? [...sectionsIn(body.areas)].find(({ id, kind }) => id === wanted || kindName(kind) === wanted)
        : undefined;
      if (!found) continue;
      state.selected = { document, section: found.id };
      return;
    }
  }

  /** Opens a page; `template` opens another template of its kind in the plan. */
  async function open(page: string, template?: string): Promise<void> {
    state.page = page;
    state.selected = null;
    why.value = await call(routes.why, { params: { page } });
    state.template = template ?? why.value.template?.template ?? '';
    const wanted = [
      keys.look,
      ...why.value.regions.flatMap((region) => region.document ?? []),
      ...why.value.additions.map(({ document }) => document),
      ...(state.template ? [templateKey.value] : []),
    ];
    await Promise.all([
      Promise.all(wanted.map(fetchDocument)).then(fetchShared),
      countUsers(),
      call(routes.preview, { body: { page } }).then(({ url }) => (previewUrl.value = url)),
    ]);
  }

  async function countUsers(): Promise<void> {
    const { templates } = await call(routes.listTemplates);
    state.users = templates.find((one) => one.code === state.template)?.pages ?? 0;
  }

  /** Reads anew what edits have touched, and draws. */
  async function after(touched: readonly { document: string }[]): Promise<void> {
    await Promise.all(
      [...new Set(touched.map((one) => one.document))].filter((key) => documents.has(key)).map(fetchDocument),
    );
    await fetchShared();
    if (state.selected && !selectedSection.value) state.selected = null;
    renewals.value++;
  }

  /** Does edits; false if they were refused, which has been said by then. */
  async function run(edits: readonly EditRequest[]): Promise<boolean> {
    const answer = await attempt(() => edit(edits));
    // A refused edit may mean that somebody else was faster: show what is there now.
    await attempt(() => after(answer?.edits ?? [...documents.keys()].map((document) => ({ document }))));
    return answer !== undefined;
  }

  async function step(route: typeof routes.undo | typeof routes.redo): Promise<void> {
    await attempt(async () => {
      const answer = await call(route, { body: { unit: newUnit() } });
      await Promise.all([refreshChanges(), after(answer.edits)]);
    });
  }

  /** The siblings of a section in order, and the place they stand in. */
  function family(selection: Selection): { place: Target; ids: string[] } | null {
    const document = documents.get(selection.document);
    if (!document || !hasSections(document)) return null;
    for (const [area, list] of Object.entries(document.areas))
      if (list.some((one) => one.id === selection.section))
        return { place: { at: area }, ids: list.map((one) => one.id) };
    for (const parent of sectionsIn(document.areas)) {
      for (const [slot, list] of Object.entries(parent.slots ?? {})) {
        if (list.some((one) => one.id === selection.section))
          return { place: { in: parent.id, at: slot }, ids: list.map((one) => one.id) };
      }
    }
    return null;
  }

  const move = (selection: Selection, place: Target): Promise<boolean> =>
    run([{ type: 'move', document: selection.document, node: selection.section, place }]);

  /** Moves a section by one among its siblings. */
  async function nudge(selection: Selection, by: -1 | 1): Promise<void> {
    const found = family(selection);
    if (!found) return;
    const at = found.ids.indexOf(selection.section);
    if (at + by < 0 || at + by >= found.ids.length) return;
    await move(selection, { ...found.place, before: found.ids[by < 0 ? at - 1 : at + 2] ?? null });
  }

  async function remove(selection: Selection): Promise<void> {
    await run([{ type: 'remove', document: selection.document, node: selection.section }]);
  }

  async function insert(document: string, kind: string, place: Target): Promise<void> {
    const answer = await attempt(() => edit([{ type: 'insert', document, kind, place }]));
    if (!answer) return;
    await after(answer.edits);
    const [made] = answer.edits;
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

  // What others did shows at once, the selection stays.
  watch(news, (heard) => {
    if (heard && heard.documents.length) void attempt(() => after(heard.documents.map((document) => ({ document }))));
  });

  return {
    state,
    documents,
    why,
    plan,
    template,
    templateKey,
    selectedSection,
    previewUrl,
    renewals,
    open,
    select,
    run,
    family,
    move,
    nudge,
    remove,
    insert,
    setterOf,
    undo: () => step(routes.undo),
    redo: () => step(routes.redo),
  };
}

export type Workbench = ReturnType<typeof useWorkbench>;
