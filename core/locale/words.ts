/**
 * The words of a storefront that no field holds. Each says where it stands, and ships in English and German; a store may
 * have its own, and other languages.
 */

/** A word with a form for each plural category of its language (Unicode CLDR); `other` counts where one is missing. */
export type PluralWord = Readonly<Partial<Record<Intl.LDMLPluralRule, string>>> & { readonly other: string };
export type Word = string | PluralWord;

interface WordAbout {
  /** Where it stands. */
  readonly about: string;
  readonly en: Word;
  readonly de: Word;
}

const declare = <const W extends Readonly<Record<string, WordAbout>>>(words: W): W => words;

export const STOREFRONT_WORDS = declare({
  skip: {
    about: 'The link before everything else, for those who use the keyboard.',
    en: 'Skip to the content',
    de: 'Zum Inhalt',
  },
  menu: { about: 'A menu without a name.', en: 'Menu', de: 'Menü' },
  'from-price': { about: 'The lowest of several prices.', en: 'from {price}', de: 'ab {price}' },
  'sold-out': { about: 'Beside what cannot be bought now.', en: 'sold out', de: 'ausverkauft' },
  'no-picture': { about: 'In place of the pictures of a product.', en: 'No picture yet', de: 'Noch kein Bild' },
  'add-to-cart': { about: 'The button of the buy form.', en: 'Add to cart', de: 'In den Warenkorb' },
  'sold-out-now': {
    about: 'In place of the button where everything is sold out.',
    en: 'Sold out for now',
    de: 'Zurzeit ausverkauft',
  },
  'tax-note': {
    about: 'Under the price of a product.',
    en: 'Tax included, delivery extra.',
    de: 'Inklusive Steuer, zuzüglich Versand.',
  },
  quantity: { about: 'The label of a quantity.', en: 'Quantity', de: 'Menge' },
  'in-your-cart': {
    about: 'Under the buy form, once something was added.',
    en: 'In your cart: {what}',
    de: 'Im Warenkorb: {what}',
  },
  'choice-unreadable': {
    about: 'A choice that no form offers.',
    en: 'This choice cannot be read. Please choose from the lists above.',
    de: 'Diese Auswahl ist nicht lesbar. Bitte aus den Listen oben wählen.',
  },
  'quantity-wrong': {
    about: 'A quantity that is no whole number, or too large.',
    en: 'The quantity must be a whole number from 1 to {most}.',
    de: 'Die Menge muss eine ganze Zahl von 1 bis {most} sein.',
  },
  'no-such-version': {
    about: 'A combination of options that the product does not come in.',
    en: 'There is no {what} version of this. Choose another combination.',
    de: 'Das gibt es nicht in {what}. Bitte eine andere Kombination wählen.',
  },
  'what-is-sold-out': {
    about: 'What was wanted is sold out.',
    en: '{what} is sold out. Choose another, or come back later.',
    de: '{what} ist ausverkauft. Bitte etwas anderes wählen oder später wiederkommen.',
  },
  'most-of-one': {
    about: 'More of one thing than a cart takes.',
    en: 'At most {most} of one can be bought at once, and {count} are already in your cart.',
    de: 'Höchstens {most} Stück auf einmal; {count} sind schon im Warenkorb.',
  },
  'only-left': {
    about: 'Less is left than was asked for.',
    en: {
      one: 'Only {count} of {what} is left. Choose a smaller quantity.',
      other: 'Only {count} of {what} are left. Choose a smaller quantity.',
    },
    de: {
      one: 'Von {what} ist nur noch {count} Stück da. Bitte weniger wählen.',
      other: 'Von {what} sind nur noch {count} Stück da. Bitte weniger wählen.',
    },
  },
  'only-left-beside-cart': {
    about: 'Less is left than was asked for, and the cart holds some of it already.',
    en: 'Only {count} of {what} left, and your cart already has {held}.',
    de: 'Von {what} sind nur noch {count} Stück da, und {held} davon sind schon im Warenkorb.',
  },
  'nothing-here': {
    about: 'In place of the products of a listing.',
    en: 'There is nothing here yet.',
    de: 'Hier gibt es noch nichts.',
  },
  pages: { about: 'The name of the links to other pages of a listing.', en: 'Pages', de: 'Seiten' },
  'page-number': {
    about: 'A page of a listing, for those who do not see it.',
    en: 'Page {number}',
    de: 'Seite {number}',
  },
  'page-before': { about: 'The link to the page before.', en: 'Previous', de: 'Zurück' },
  'page-after': { about: 'The link to the next page.', en: 'Next', de: 'Weiter' },
  'all-prices': {
    about: 'The small print at the end of every page.',
    en: 'All prices include tax.',
    de: 'Alle Preise inklusive Steuer.',
  },
});

/** The name of a word of the storefront. */
export type WordName = keyof typeof STOREFRONT_WORDS;
/** Some of the words, in one language. */
export type Words = Readonly<Partial<Record<WordName, Word>>>;
