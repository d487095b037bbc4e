/** What an inspection is: it looks at templates as their pages show them, and finds what nobody meant. */
import type { EditRequest } from '../design/requests/request.js';
import type { Finding } from '../design/findings/finding.js';
import type { DesignState } from '../documents/state.js';
import type { TemplateDocument } from '../documents/document.js';
import type { KindSet } from '../kinds/kind.js';
import type { PageKind } from '../pages/page.js';
import type { AssembledPage } from '../render/assemble.js';
import type { Shown } from './shown.js';

/** A finding of an inspection. */
export interface Inspected extends Finding {
  /** One action that mends it. */
  readonly mend?: Mend;
}

export interface Mend {
  /** What it does, as a button says it. */
  readonly label: string;
  readonly edits: readonly EditRequest[];
}

/** A template, with all that its pages show. */
export interface InspectedTemplate {
  readonly code: string;
  readonly template: TemplateDocument;
  readonly parts: AssembledPage;
  readonly shown: readonly Shown[];
  /** Who uses it, as a sentence says it: “the cart page uses”, “2 product pages use”; null if no page does. */
  readonly users: string | null;
}

/** The design that is looked at. */
export interface Inspecting {
  readonly state: DesignState;
  readonly kinds: KindSet;
  /** Every template in use, of one kind of pages. */
  usedBy(kind: PageKind): readonly InspectedTemplate[];
}

/** Adding an inspection is adding a file and a line in `inspections.ts`. */
export interface Inspection {
  /** Of each template. */
  template?(one: InspectedTemplate, around: Inspecting): Iterable<Inspected>;
  /** Of the design as a whole. */
  design?(around: Inspecting): Iterable<Inspected>;
}
