/** A collection's page with a listing, as somebody would write it by hand, knowing exactly which sections it has. */
const ESCAPES = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
export const escape = (text) => (/[&<>"']/.test(text) ? text.replace(/[&<>"']/g, (found) => ESCAPES[found]) : text);

const formatters = new Map();
const amounts = new Map();
const money = (minor, { currency, locale }) => {
  let text = amounts.get(minor);
  if (text === undefined) {
    const key = locale + currency;
    if (!formatters.has(key)) formatters.set(key, new Intl.NumberFormat(locale, { style: 'currency', currency }));
    if (amounts.size >= 5_000) amounts.clear();
    amounts.set(minor, (text = formatters.get(key).format(minor / 100)));
  }
  return escape(text);
};

const SIZES = '(min-width:60rem) 25vw, (min-width:44rem) 33vw, 50vw';

const picture = ({ hash, widths, width, height, alt }) => {
  let sources = '';
  for (let i = 0; i < widths.length; i++) sources += `${i ? ', ' : ''}/pictures/${hash}/${widths[i]} ${widths[i]}w`;
  return `<img src="/pictures/${hash}/${widths[Math.min(1, widths.length - 1)]}" srcset="${sources}" sizes="${SIZES}" width="${width}" height="${height}" alt="${escape(alt)}" loading="lazy">`;
};

const amount = ({ price, wasPrice, varies }, store) => {
  const shown = varies ? `from ${money(price, store)}` : money(price, store);
  return wasPrice === null
    ? `<span class="amount">${shown}</span>`
    : `<span class="amount amount-reduced">${shown}</span> <s class="amount was">${money(wasPrice, store)}</s>`;
};

const card = (product, store) =>
  `<li class="card"><div class="card-picture">${product.picture ? picture(product.picture) : ''}</div><h2 class="card-title"><a href="${escape(product.path)}">${escape(product.title)}</a></h2><div class="card-brand">${escape(product.brand)}</div><div>${amount(product, store)}${product.available ? '' : ' <span class="quiet">· sold out</span>'}</div></li>`;

/** @param cards the html of the cards, if something else makes them */
export function listingByHand({ page, cards: products, canonical, fonts, styles }, store, cards) {
  if (cards === undefined) {
    cards = '';
    for (let i = 0; i < products.length; i++) cards += card(products[i], store);
  }
  const name = escape(store.name);
  const title = escape(page.title);
  const description = escape(page.description);
  return `<!doctype html>
<html lang="${store.locale}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${title} · ${name}</title>
<meta name="description" content="${description}">
<link rel="canonical" href="${escape(canonical)}">
<link rel="preload" href="${escape(fonts[0])}" as="font" type="font/woff2" crossorigin>
<link rel="preload" href="${escape(fonts[1])}" as="font" type="font/woff2" crossorigin>
<link rel="stylesheet" href="${escape(styles[0])}">
<link rel="stylesheet" href="${escape(styles[1])}">
<link rel="expect" href="#page-end" blocking="render">
</head>
<body class="page-collection">
<a class="skip" href="#content">Skip to the content</a>
<aside class="around around-top-line tone-soft"></aside>
<header class="around around-header"><div class="frame w-page tone-plain space-small align-start k-columns" id="s-header~header-row"><div class="frame-in"><div class="columns columns-4 columns-fit"><div><div class="frame w-page tone-plain space-none align-start k-logo" id="s-header~header-mark"><div class="frame-in"><a class="mark" href="/"><span class="mark-name">${name}</span></a></div></div></div><div></div><div><div class="frame w-page tone-plain space-none align-start k-search-box" id="s-header~header-search"><div class="frame-in"><a class="search-sign" href="/"><svg viewBox="0 0 24 24" aria-hidden="true"><circle cx="10.5" cy="10.5" r="6.5"/><path d="M15.5 15.5L21 21"/></svg><span class="hidden-words">Search</span></a><form class="search search-wide" method="get" action="/"><label class="hidden-words" for="s-header~header-search:words">Find a product</label><input id="s-header~header-search:words" type="search" name="words" value="" placeholder="Find a product" maxlength="120" required><button class="button" type="submit">Search</button></form></div></div></div><div><div class="frame w-page tone-plain space-none align-start k-cart-link" id="s-header~header-cart"><div class="frame-in"><a class="badge" href="/">Cart</a></div></div></div></div></div></div></header>
<main>
<div id="content" class="content content-standard"><div class="frame w-page tone-soft space-medium align-start k-page-title" id="s-collection-title"><div class="frame-in"><h1 class="page-title">${title}</h1><p class="page-lead">${description}</p></div></div><div class="frame w-page tone-plain space-large align-start k-listing" id="s-collection-goods" data-of-listing><div class="frame-in"><ul class="cards across-4">${cards}</ul></div></div><div class="frame w-page tone-plain space-medium align-start k-paging" id="s-collection-pages" data-of-listing><div class="frame-in"><nav class="paging" aria-label="Pages"><ol><li><a href="/browse/all" aria-label="Page 1" aria-current="page" data-follow="top">1</a></li><li><a href="/browse/all?page=2" aria-label="Page 2" data-follow="top">2</a></li><li><a href="/browse/all?page=3" aria-label="Page 3" data-follow="top">3</a></li><li aria-hidden="true">…</li><li><a href="/browse/all?page=10" aria-label="Page 10" data-follow="top">10</a></li></ol><a class="paging-next" rel="next" href="/browse/all?page=2" data-follow="top">Next</a></nav></div></div></div>
</main>
<footer class="around around-footer tone-soft"><div class="frame w-page tone-plain space-medium align-start k-small-print" id="s-footer~footer-legal"><div class="frame-in"><div class="legal"><strong class="legal-name">${name}</strong><div><p>All prices include tax.</p></div></div></div></div></footer>
<div id="page-end" hidden></div></body>
</html>
`;
}
