/** Who a shopper is: nobody yet, coming by the link of a message that is good (or was, and is late), or signed in. */
export interface Shopper {
  readonly is: 'nobody' | 'coming' | 'late' | 'signed-in';
  /** Their email address; empty for nobody. */
  readonly email: string;
  /** The token of the link they are coming by. */
  readonly link: string;
}
export const NO_SHOPPER: Shopper = { is: 'nobody', email: '', link: '' };
