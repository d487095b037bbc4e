/** What came of a form that was sent. */
export interface FormState {
  /** The path of the section it was sent from; empty for a form that is in several, and for whoever did not say. */
  readonly section: string;
  /** What was typed or chosen, by the name of the field, so that nothing has to be typed again. */
  readonly typed: Readonly<Record<string, string>>;
  /** What is wrong with single fields, in words, by their names. */
  readonly errors?: Readonly<Record<string, string>>;
  /** Why it did not work, in words; empty if the fields say it all. */
  readonly refused: string;
  /** True if it did work, and the section says so in the place of the form. */
  readonly done?: boolean;
}
