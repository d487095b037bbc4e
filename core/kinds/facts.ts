/** Facts: data about the shopper that may change while a page is open. And the state of a form that was just sent. */

/** What is in a cart. */
export interface CartLine {
  readonly product: string;
  readonly variant: string;
  readonly title: string;
  /** The chosen options, in words. */
  readonly options: string;
  readonly quantity: number;
}

/** Every fact with what it holds. */
export interface Facts {
  readonly cart: { readonly lines: readonly CartLine[] };
}
export type FactName = keyof Facts;

/** What a shopper has who did nothing yet. */
export const NO_FACTS: Facts = { cart: { lines: [] } };

/** What came of a form that was sent, for the section it was sent from. */
export interface FormState {
  /** The path of the section; empty if whoever sent it did not say. */
  readonly section: string;
  /** What was typed or chosen, by the name of the input, so that nothing has to be typed again. */
  readonly typed: Readonly<Record<string, string>>;
  /** Why it did not work, in words. */
  readonly refused: string;
}
