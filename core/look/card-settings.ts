/** What cards of products show besides picture, name and price: set once in the look, and for single sections. */
import type { ChoiceField, Field, TextField } from '../fields/field.js';
import { choice, text } from '../fields/make.js';

const SHOWN = { hidden: 'Not shown', shown: 'Shown' } as const;

const WITH_ACTION = { counts: { where: 'cardAction', is: ['button', 'link'] } } as const;

/** As settings of the look, in the order they are shown. */
export const CARD_SETTINGS = {
  secondPicture: choice(
    'Second picture on cards',
    'Where a product has several: the second shows under the pointer, or peeks out beside the first. On touch screens it is a swipe away.',
    { none: 'None', swap: 'Under the pointer, at once', fade: 'Under the pointer, softly', peek: 'Peeking out' },
    'none',
  ),
  pictureUnderPointer: choice(
    'Pictures under the pointer',
    'Whether pictures on cards grow a little under the pointer.',
    { still: 'Stay as they are', grow: 'Grow a little' },
    'still',
  ),
  cardBrand: choice('Brand on cards', 'Whether cards name the brand.', SHOWN, 'shown'),
  cardSummary: choice('Summary on cards', 'Whether cards show the summary of the product.', SHOWN, 'hidden'),
  cardRating: choice(
    'Rating on cards',
    'Whether cards show how many stars a product has, and from how many reviews.',
    SHOWN,
    'hidden',
  ),
  cardSaving: choice(
    'Saving on cards',
    'What the card of a reduced product says under its price.',
    { none: 'Nothing', percent: 'The saving in percent', amount: 'The saving as an amount' },
    'none',
  ),
  cardAction: choice(
    'Action on cards',
    'What puts a product into the cart from its card; where something has to be chosen first, it leads to the product.',
    { none: 'None', button: 'A button', link: 'A text link' },
    'none',
  ),
  cardActionShown: choice(
    'The action shows',
    'Always, or under the pointer and for the keyboard; its place stays, and touch screens always show it.',
    { always: 'Always', pointer: 'Under the pointer' },
    'always',
    WITH_ACTION,
  ),
  cardActionPlace: choice(
    'Place of the action',
    'Where on the card the action is.',
    { start: 'At the start', middle: 'In the middle', end: 'At the end', full: 'Across the card' },
    'start',
    WITH_ACTION,
  ),
  cardActionSize: choice(
    'Size of the action',
    'How large the action is.',
    { small: 'Small', medium: 'Medium', large: 'Large' },
    'small',
    WITH_ACTION,
  ),
  badgeNew: choice(
    'Badge of new products',
    'How long a product counts as new, from when it was added.',
    { none: 'None', '7': '7 days', '14': '14 days', '30': '30 days', '60': '60 days', '90': '90 days' },
    'none',
  ),
  badgeReduced: choice(
    'Badge of reduced products',
    'What stands on the picture of a reduced product.',
    { none: 'None', word: 'That it is reduced', percent: 'By how many percent' },
    'none',
  ),
  badgeSoldOut: choice(
    'Badge of what is sold out',
    'Where a card says that its product is sold out.',
    { none: 'Beside the price', shown: 'On the picture' },
    'none',
  ),
  badgeAttribute: text(
    'Badge from an attribute',
    'The name of an attribute, such as season: what a product has there stands on its picture. Leave empty for none.',
    { max: 60, plain: true },
  ),
} as const satisfies Record<string, ChoiceField | TextField>;

/** A setting by name, with its value. */
export type CardSettings = { readonly [K in keyof typeof CARD_SETTINGS]: string };

type OfSection<F> = F extends ChoiceField<infer C> ? ChoiceField<C | 'look'> : F;
type CardFields = { readonly [K in keyof typeof CARD_SETTINGS]: OfSection<(typeof CARD_SETTINGS)[K]> };

const GROUP = 'Cards';

/** As the look has it, until a section chooses otherwise. */
const ofSection = (name: string, field: ChoiceField | TextField): Field =>
  field.type === 'text'
    ? {
        ...field,
        help: field.help.replace('Leave empty for none.', 'Leave empty for that of the look.'),
        ...{ follows: name, group: GROUP },
      }
    : {
        ...field,
        ...(field.counts && { counts: { ...field.counts, is: ['look', ...field.counts.is] } }),
        choices: { look: 'As in the look', ...field.choices },
        default: 'look',
        follows: name,
        group: GROUP,
      };

/** The same as fields of a section that shows cards. */
export const CARD_FIELDS_OF_SECTION = Object.fromEntries(
  Object.entries(CARD_SETTINGS).map(([name, field]) => [name, ofSection(name, field)]),
  // Each is made from the setting of its name.
) as unknown as CardFields;
