/**
 * The words of a storefront that no field holds. Each says where it stands, and ships in English and German; a store may
 * have its own, and other languages.
 */

/** A word with a form for each plural category of its language (Unicode CLDR); `other` counts where one is missing. */
export type PluralWord = Readonly<Partial<Record<Intl.LDMLPluralRule, string>>> & { readonly other: string };
export type Word = string | PluralWord;

interface WordAbout {
  /** Template and menus. */
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
  cart: { about: 'The link to the cart.', en: 'Cart', de: 'Warenkorb' },
  'cart-empty': { about: 'In place of the lines of a cart.', en: 'Your cart is empty.', de: 'Ihr Warenkorb ist leer.' },
  items: {
    about: 'How much is in the cart, read aloud.',
    en: { one: '{count} item', other: '{count} items' },
    de: { one: '{count} Artikel', other: '{count} Artikel' },
  },
  remove: { about: 'The button that takes a line out of the cart.', en: 'Remove', de: 'Entfernen' },
  update: { about: 'The button that takes in a changed quantity, or a choice.', en: 'Update', de: 'Aktualisieren' },
  'of-what': {
    about: 'A button and what it is for, read aloud.',
    en: '{action}: {what}',
    de: '{action}: {what}',
  },
  each: { about: 'The price of one.', en: '{price} each', de: '{price} je Stück' },
  subtotal: { about: 'What the lines of a cart or an order come to.', en: 'Subtotal', de: 'Zwischensumme' },
  delivery: { about: 'The price of the delivery.', en: 'Delivery', de: 'Versand' },
  'delivery-later': {
    about: 'In place of the price of the delivery, until one is chosen.',
    en: 'not chosen yet',
    de: 'noch offen',
  },
  total: { about: 'What has to be paid.', en: 'Total', de: 'Summe' },
  'checkout-button': { about: 'The button that leads to the checkout.', en: 'Checkout', de: 'Zur Kasse' },
  'your-details': { about: 'The heading over email and name.', en: 'Your details', de: 'Ihre Angaben' },
  email: { about: 'A field of the checkout.', en: 'Email address', de: 'E-Mail-Adresse' },
  name: { about: 'A field of the checkout.', en: 'Name', de: 'Name' },
  'delivery-address': { about: 'The heading over the address.', en: 'Delivery address', de: 'Lieferadresse' },
  street: { about: 'A field of the checkout.', en: 'Street and number', de: 'Straße und Hausnummer' },
  postcode: { about: 'A field of the checkout.', en: 'Postcode', de: 'Postleitzahl' },
  city: { about: 'A field of the checkout.', en: 'Town', de: 'Ort' },
  country: { about: 'A field of the checkout.', en: 'Country', de: 'Land' },
  'delivery-choice': { about: 'The heading over the delivery methods.', en: 'Delivery method', de: 'Versandart' },
  'no-delivery-method': {
    about: 'Where nothing is delivered to.',
    en: 'We do not deliver to this country.',
    de: 'In dieses Land liefern wir nicht.',
  },
  'delivery-method-gone': {
    about: 'A delivery method was chosen that does not go to the new country.',
    en: '“{what}” does not go to {country}. Please choose another.',
    de: '„{what}“ gibt es für {country} nicht. Bitte eine andere Versandart wählen.',
  },
  'payment-choice': { about: 'The heading over the payment methods.', en: 'Payment method', de: 'Zahlungsart' },
  'bank-transfer': { about: 'A payment method.', en: 'Bank transfer', de: 'Überweisung' },
  'bank-transfer-about': {
    about: 'What a bank transfer means.',
    en: 'We send you our bank details with the confirmation of your order.',
    de: 'Unsere Kontodaten kommen mit der Bestellung.',
  },
  'your-order': { about: 'The heading over what is about to be ordered.', en: 'Your order', de: 'Ihre Bestellung' },
  'order-now': { about: 'The button that makes the order.', en: 'Place the order', de: 'Zahlungspflichtig bestellen' },
  'thank-you': { about: 'The heading of the thank-you page.', en: 'Thank you, {name}', de: 'Vielen Dank, {name}' },
  'order-placed': {
    about: 'Under it.',
    en: 'Your order number is {number}.',
    de: 'Ihre Bestellung hat die Nummer {number}.',
  },
  'order-made-up': {
    about: 'In its place, in a preview.',
    en: 'This is a preview: nothing was ordered.',
    de: 'Dies ist eine Vorschau: Es wurde nichts bestellt.',
  },
  'no-order': {
    about: 'Where there is no order to thank for.',
    en: 'This order cannot be found.',
    de: 'Diese Bestellung gibt es nicht.',
  },
  'field-needed': { about: 'A field that was left empty.', en: 'Please fill this in.', de: 'Bitte ausfüllen.' },
  'email-wrong': {
    about: 'An email address that cannot be one.',
    en: 'Please write an email address such as mara@example.com.',
    de: 'Bitte eine E-Mail-Adresse wie mara@example.com angeben.',
  },
  'choose-delivery': {
    about: 'No delivery method was chosen.',
    en: 'Please choose a delivery method.',
    de: 'Bitte eine Versandart wählen.',
  },
  'check-fields': {
    about: 'Over a form some of whose fields are wrong.',
    en: 'Please check the marked fields.',
    de: 'Bitte die markierten Felder ansehen.',
  },
  'order-changed': {
    about: 'Something of an order has changed since it was shown.',
    en: 'Something has changed since you saw this page. Please check it and order again.',
    de: 'Seit dieser Anzeige hat sich etwas geändert. Bitte prüfen und noch einmal bestellen.',
  },
  'sums-changed': {
    about: 'An order comes to something else than what the shopper saw.',
    en: 'Something has changed since you saw this page: the total is {total} now. Nothing was ordered. Please check it and order again.',
    de: 'Seit dieser Anzeige hat sich etwas geändert: Die Summe ist jetzt {total}. Es wurde nichts bestellt. Bitte prüfen und noch einmal bestellen.',
  },
  'too-many-orders': {
    about: 'More was ordered from one network address within an hour than the store takes.',
    en: 'Too many orders have been placed from here within an hour. Please try again in {minutes} minutes, or write to us.',
    de: 'Von hier kamen innerhalb einer Stunde zu viele Bestellungen. Bitte in {minutes} Minuten noch einmal versuchen, oder uns schreiben.',
  },
  'too-many-carts': {
    about: 'More carts were begun from one network address within an hour than the store takes.',
    en: 'Too many carts have been started from here within an hour. Please try again in {minutes} minutes.',
    de: 'Von hier wurden innerhalb einer Stunde zu viele Warenkörbe begonnen. Bitte in {minutes} Minuten noch einmal versuchen.',
  },
  'page-all-collections': { about: 'The title of a page.', en: 'All collections', de: 'Alle Kollektionen' },
  'page-cart': { about: 'The title of a page.', en: 'Cart', de: 'Warenkorb' },
  'page-checkout': { about: 'The title of a page.', en: 'Checkout', de: 'Kasse' },
  'page-thank-you': { about: 'The title of a page.', en: 'Thank you', de: 'Vielen Dank' },
  'page-search': { about: 'The title of a page.', en: 'Search results', de: 'Suchergebnisse' },
  'page-sign-in': { about: 'The title of a page.', en: 'Sign in', de: 'Anmelden' },
  'page-account': { about: 'The title of a page.', en: 'Account', de: 'Konto' },
  'page-not-found': { about: 'The title of a page.', en: 'Page not found', de: 'Seite nicht gefunden' },
  days: { about: 'Under the days of a countdown.', en: 'days', de: 'Tage' },
  hours: { about: 'Under the hours of a countdown.', en: 'hours', de: 'Stunden' },
  minutes: { about: 'Under the minutes of a countdown.', en: 'minutes', de: 'Minuten' },
  seconds: { about: 'Under the seconds of a countdown.', en: 'seconds', de: 'Sekunden' },
  'until-day': { about: 'The day and time a countdown ends.', en: 'until {day}', de: 'bis {day}' },
  'search-label': { about: 'The label of the search field.', en: 'Find a product', de: 'Produkt suchen' },
  search: { about: 'The button of the search field.', en: 'Search', de: 'Suchen' },
  'number-of-results': {
    about: 'How many products a listing has.',
    en: { one: '{count} product', other: '{count} products' },
    de: { one: '{count} Produkt', other: '{count} Produkte' },
  },
  'found-for': {
    about: 'How many products were found for what was looked for.',
    en: { one: '{count} product for “{words}”', other: '{count} products for “{words}”' },
    de: { one: '{count} Produkt für „{words}“', other: '{count} Produkte für „{words}“' },
  },
  closed: { about: 'On a day the store is closed.', en: 'closed', de: 'geschlossen' },
  'elsewhere-online': {
    about: 'The name of the links to other places of the store.',
    en: 'Elsewhere online',
    de: 'Hier finden Sie uns',
  },
  'open-menu': { about: 'The button that opens the menu on a phone.', en: 'Menu', de: 'Menü' },
  'close-menu': { about: 'The button that closes the menu on a phone.', en: 'Close', de: 'Schließen' },
  'news-by-email': { about: 'The heading over the news sign-up.', en: 'News by email', de: 'Neues per E-Mail' },
  'sign-up': { about: 'The button of the news sign-up.', en: 'Sign up', de: 'Anmelden' },
  'signed-up': {
    about: 'Said once an email address is kept.',
    en: 'Thank you. You will hear from us.',
    de: 'Danke. Sie hören von uns.',
  },
  'sign-in-action': { about: 'The button of the sign-in form.', en: 'Send me a link', de: 'Link zusenden' },
  'sign-in-sent': {
    about: 'Said once a link to sign in was sent.',
    en: 'Check your email: the link in it signs you in. It works for half an hour.',
    de: 'Bitte sehen Sie in Ihre E-Mails: Der Link darin meldet Sie an. Er gilt eine halbe Stunde.',
  },
  'sign-in-as': {
    about: 'Asked of whoever comes by the link.',
    en: 'Sign in as {email}?',
    de: 'Als {email} anmelden?',
  },
  'sign-in-late': {
    about: 'Said of a link that signs nobody in any more.',
    en: 'This link has expired, or was used before. Please ask for a new one.',
    de: 'Dieser Link ist abgelaufen oder wurde schon benutzt. Bitte fordern Sie einen neuen an.',
  },
  'signed-in-as': {
    about: 'Who is signed in.',
    en: 'You are signed in as {email}.',
    de: 'Sie sind als {email} angemeldet.',
  },
  'sign-out': { about: 'The button that signs a shopper out.', en: 'Sign out', de: 'Abmelden' },
  'sign-in-subject': {
    about: 'The subject of the message with the link.',
    en: 'Sign in to {store}',
    de: 'Anmelden bei {store}',
  },
  'sign-in-message': {
    about: 'The message with the link.',
    en: 'This link signs you in to {store}. It works once, for half an hour:\n\n{link}\n\nIf you did not ask for it, do nothing.\n',
    de: 'Dieser Link meldet Sie bei {store} an. Er gilt einmal, eine halbe Stunde lang:\n\n{link}\n\nWenn Sie ihn nicht angefordert haben, müssen Sie nichts tun.\n',
  },
  'leave-empty': {
    about: 'The label of a field that only programs fill in.',
    en: 'Leave this empty',
    de: 'Bitte leer lassen',
  },
  'too-often': {
    about: 'A form was sent too often from one place.',
    en: 'You have sent this too often. Please try again in {minutes} minutes.',
    de: 'Das wurde zu oft gesendet. Bitte in {minutes} Minuten noch einmal.',
  },
  'in-pictures': { about: 'The name of a carousel, read aloud.', en: 'In pictures', de: 'In Bildern' },
  'slide-of': {
    about: 'Which slide of a carousel it is, read aloud.',
    en: '{number} of {count}',
    de: '{number} von {count}',
  },
  watch: { about: 'The title of a film.', en: 'Watch the film', de: 'Film ansehen' },
  contents: { about: 'The name of the list of what a page contains.', en: 'On this page', de: 'Auf dieser Seite' },
  breadcrumb: { about: 'The name of the way from the home page to this one.', en: 'You are here', de: 'Sie sind hier' },
  home: { about: 'The first step of the breadcrumb.', en: 'Home', de: 'Startseite' },
  'read-on': { about: 'The link from a part of a page to the whole.', en: 'Read on', de: 'Weiterlesen' },
  'map-of': { about: 'What a map shows, read aloud.', en: 'Map: {place}', de: 'Karte: {place}' },
  zoom: { about: 'The name of the steps of a map.', en: 'Zoom', de: 'Zoom' },
  near: { about: 'A step of a map.', en: 'Near', de: 'Nah' },
  middle: { about: 'A step of a map.', en: 'Middle', de: 'Mittel' },
  far: { about: 'A step of a map.', en: 'Far', de: 'Fern' },
  'too-long': {
    about: 'More was typed than a field takes.',
    en: 'Please use at most {most} characters.',
    de: 'Bitte höchstens {most} Zeichen.',
  },
  'preview-cart-full': {
    about: 'In a preview, where the cart holds only so many different things.',
    en: 'The cart of a preview holds no more. Remove something first.',
    de: 'Der Warenkorb einer Vorschau fasst nicht mehr. Entfernen Sie zuerst etwas.',
  },
  'preview-keeps-nothing': {
    about: 'A form was sent in a preview.',
    en: 'This is a preview, so nothing was kept. In the store itself this would have worked.',
    de: 'Dies ist eine Vorschau, es wurde nichts gespeichert. Im Geschäft selbst hätte es geklappt.',
  },
  subject: { about: 'A field of the message form.', en: 'Subject', de: 'Betreff' },
  message: { about: 'A field of the message form.', en: 'Message', de: 'Nachricht' },
  send: { about: 'The button of the message form.', en: 'Send', de: 'Senden' },
  'message-sent': {
    about: 'Said once a message is sent.',
    en: 'Thank you. We will write back to you.',
    de: 'Danke. Wir schreiben Ihnen zurück.',
  },
  'pay-card': { about: 'A drawn mark of a payment method.', en: 'Card', de: 'Karte' },
  'pay-transfer': { about: 'A drawn mark of a payment method.', en: 'Bank transfer', de: 'Überweisung' },
  'pay-collection': { about: 'A drawn mark of a payment method.', en: 'On collection', de: 'Bei Abholung' },
  'pay-invoice': { about: 'A drawn mark of a payment method.', en: 'Invoice', de: 'Rechnung' },
  'pay-voucher': { about: 'A drawn mark of a payment method.', en: 'Voucher', de: 'Gutschein' },
  'nothing-here': {
    about: 'In place of the products of a listing.',
    en: 'There is nothing here yet.',
    de: 'Hier gibt es noch nichts.',
  },
  'sort-by': {
    about: 'The label of the menu that puts a listing in another order.',
    en: 'Sort by',
    de: 'Sortieren nach',
  },
  'sort-by-hand': { about: 'An order of a listing: the store’s own.', en: 'Our order', de: 'Unsere Reihenfolge' },
  'sort-best-match': { about: 'An order of search results.', en: 'Best match', de: 'Beste Treffer' },
  'sort-date': { about: 'An order of a listing.', en: 'Oldest first', de: 'Älteste zuerst' },
  'sort-date-falling': { about: 'An order of a listing.', en: 'Newest first', de: 'Neueste zuerst' },
  'sort-title': { about: 'An order of a listing.', en: 'Name, A to Z', de: 'Name, A bis Z' },
  'sort-title-falling': { about: 'An order of a listing.', en: 'Name, Z to A', de: 'Name, Z bis A' },
  'sort-price': { about: 'An order of a listing.', en: 'Price, low to high', de: 'Preis aufsteigend' },
  'sort-price-falling': { about: 'An order of a listing.', en: 'Price, high to low', de: 'Preis absteigend' },
  'sort-saving': { about: 'An order of a listing.', en: 'Smallest saving first', de: 'Kleinste Ersparnis zuerst' },
  'sort-saving-falling': { about: 'An order of a listing.', en: 'Biggest saving first', de: 'Größte Ersparnis zuerst' },
  'sort-rating': { about: 'An order of a listing.', en: 'Lowest rated first', de: 'Schlechteste Bewertung zuerst' },
  'sort-rating-falling': { about: 'An order of a listing.', en: 'Best rated first', de: 'Beste Bewertung zuerst' },
  'sort-sold': { about: 'An order of a listing.', en: 'Least bought first', de: 'Am wenigsten gekauft' },
  'sort-sold-falling': { about: 'An order of a listing.', en: 'Most bought first', de: 'Meistgekauft zuerst' },
  'sort-attribute': {
    about: 'An order of a listing, by an attribute.',
    en: '{name}, rising',
    de: '{name}, aufsteigend',
  },
  'sort-attribute-falling': {
    about: 'An order of a listing, by an attribute.',
    en: '{name}, falling',
    de: '{name}, absteigend',
  },
  apply: {
    about: 'The button beside a menu or filters, where the page does not follow by itself.',
    en: 'Show',
    de: 'Anzeigen',
  },
  filter: { about: 'The button that opens the filters on a phone, and their name.', en: 'Filter', de: 'Filtern' },
  'filter-chosen': { about: 'The same, once some are chosen.', en: 'Filter ({count})', de: 'Filtern ({count})' },
  'clear-filters': { about: 'The link that takes all filters away.', en: 'Clear all', de: 'Alle löschen' },
  'remove-filter': {
    about: 'What a link says aloud that takes one filter away.',
    en: 'Remove {what}',
    de: '{what} entfernen',
  },
  'filter-brand': { about: 'The name of a filter.', en: 'Brand', de: 'Marke' },
  'filter-category': { about: 'The name of a filter.', en: 'Category', de: 'Kategorie' },
  'filter-price': { about: 'The name of a filter.', en: 'Price', de: 'Preis' },
  'filter-available': { about: 'A filter: what can be bought now.', en: 'In stock', de: 'Verfügbar' },
  'filter-rating': { about: 'The name of a filter.', en: 'Rating', de: 'Bewertung' },
  'price-from': { about: 'The least price of a filter.', en: 'From', de: 'Von' },
  'price-to': { about: 'The highest price of a filter.', en: 'To', de: 'Bis' },
  'all-values': { about: 'Opens the rest of many values of a filter.', en: 'All {count}', de: 'Alle {count}' },
  'view-as': { about: 'The name of the switch between grid and list.', en: 'View', de: 'Ansicht' },
  'view-grid': { about: 'The listing in rows.', en: 'Grid', de: 'Raster' },
  'view-list': { about: 'The listing one under another.', en: 'List', de: 'Liste' },
  'said-yes': { about: 'The value of an attribute that is on.', en: 'yes', de: 'ja' },
  'said-no': { about: 'The value of an attribute that is off.', en: 'no', de: 'nein' },
  'stars-and-more': {
    about: 'A value of the filter by rating.',
    en: { one: '{count} star and more', other: '{count} stars and more' },
    de: { one: 'ab {count} Stern', other: 'ab {count} Sternen' },
  },
  pages: { about: 'The name of the links to other pages of a listing.', en: 'Pages', de: 'Seiten' },
  'page-number': {
    about: 'A page of a listing, read aloud.',
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
