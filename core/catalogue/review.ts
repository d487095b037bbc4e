/** What shoppers say of a product. */

/** A review waits until somebody of the store has read it; then shoppers see it, or it is hidden from them. */
export const REVIEW_STATES = ['shown', 'waiting', 'hidden'] as const;
export type ReviewState = (typeof REVIEW_STATES)[number];

export const MOST_STARS = 5;

export interface Review {
  readonly code: string;
  /** The code of the product that it is of. */
  readonly product: string;
  /** Stars, from 1 to `MOST_STARS`. */
  readonly rating: number;
  /** Empty where there is none, as may be the text. */
  readonly title: string;
  readonly text: string;
  /** Who wrote it, as shoppers read it; empty for nobody in particular. */
  readonly name: string;
  /** What it is written in, as BCP 47 has it; empty for the leading language of the store. */
  readonly language: string;
  /** When, as an instant in ISO form. */
  readonly written: string;
  readonly state: ReviewState;
}

/** What changes of a review; what is absent stays. A new one needs a product and a rating. */
export type ReviewChange = Partial<Omit<Review, 'code'>>;

/** What a rating is counted in, so that ten reviews are told from a hundred of about the same: hundredths of a star. */
export const STAR = 100;
