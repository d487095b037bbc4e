/** The demo's home page as somebody would write it by hand, knowing exactly which sections it has. */
const ESCAPES = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;', "'": '&#39;' };
const escape = (text) => (/[&<>"']/.test(text) ? text.replace(/[&<>"']/g, (found) => ESCAPES[found]) : text);
const formatters = new Map();
const money = (minor, { currency, locale }) => {
  const key = locale + currency;
  if (!formatters.has(key)) formatters.set(key, new Intl.NumberFormat(locale, { style: 'currency', currency }));
  return escape(formatters.get(key).format(minor / 100));
};

const picture = ({ hash, widths, width, height, alt }, sizes) => {
  let sources = '';
  for (let i = 0; i < widths.length; i++)
    sources += `${i ? ', ' : ''}/pictures/${hash}/${widths[i]}.webp ${widths[i]}w`;
  return `<img src="/pictures/${hash}/${widths[Math.min(1, widths.length - 1)]}.webp" srcset="${sources}" sizes="${escape(sizes)}" width="${width}" height="${height}" alt="${escape(alt)}" loading="lazy">`;
};

const amount = ({ price, wasPrice, varies }, store) => {
  const from = varies ? 'from ' : '';
  return wasPrice === null
    ? `<span class="amount">${from}${money(price, store)}</span>`
    : `<span class="amount amount-reduced">${from}${money(price, store)}</span><s class="amount was">${money(wasPrice, store)}</s>`;
};

const card = (product, store) =>
  `<li class="card"><div class="card-picture">${product.picture ? picture(product.picture, '(min-width:60rem) 25vw, (min-width:44rem) 33vw, 50vw') : ''}</div><h3 class="card-title"><a href="${escape(product.path)}">${escape(product.title)}</a></h3><div class="card-brand">${escape(product.brand)}</div><div>${amount(product, store)}${product.available ? '' : ' <span class="quiet">· sold out</span>'}</div></li>`;

const wrap = ({ id, kind, frame }, inner, around = '') =>
  `<div class="frame w-${frame.width ?? 'page'} tone-${frame.tone ?? 'plain'} space-${frame.space ?? 'medium'} align-${frame.align ?? 'start'} k-${kind.split('@')[0]}" id="s-${around}${id}"><div class="frame-in">${inner}</div></div>`;

const own = (data, value) => {
  const found = value && data.get({ type: 'picture', hash: value.picture });
  return found ? { ...found, alt: value.alt } : null;
};
const href = (data, link) => (link ? data.get({ type: 'path', page: link.to }) : null);

function row(section, { store, data }) {
  const { title = '', action = '', link, source, limit = 4, across = '4' } = section.values;
  const products = data.get({ type: 'products', source, limit });
  let cards = '';
  for (const product of products) cards += card(product, store);
  const more = action ? `<a href="${escape(href(data, link))}">${escape(action)}</a>` : '';
  return wrap(
    section,
    `<div class="row-head"><h2>${escape(title)}</h2>${more}</div>\n<ul class="cards across-${across}">${cards}</ul>`,
  );
}

function beside(section, { data }) {
  const { title, text, side = 'start', action = '', link } = section.values;
  const more = action ? `<p><a href="${escape(href(data, link))}">${escape(action)}</a></p>` : '';
  return wrap(
    section,
    `<div class="beside beside-${side}"><div class="beside-picture">${picture(own(data, section.values.picture), '(min-width:48rem) 50vw, 100vw')}</div>\n<div class="beside-words"><h2>${escape(title)}</h2><div>${text}</div>${more}</div></div>`,
  );
}

function poster(section, { data }) {
  const { title, text, action, link } = section.values;
  return wrap(
    section,
    `<div class="poster poster-start"><div class="poster-picture">${picture(own(data, section.values.picture), '100vw')}</div>\n<div class="poster-words"><h1>${escape(title)}</h1><p>${escape(text)}</p><a class="button" href="${escape(href(data, link))}">${escape(action)}</a></div></div>`,
  );
}

export function handWrittenHome(request) {
  const { store, data, canonical, fonts, styles, template, regions, menus } = request;
  const [first, newest, workshop, sport, dunes] = template.areas.main;
  const [badge] = regions.get('top-line')[0].document.areas.main;
  const [bar] = regions.get('header')[0].document.areas.main;
  const [legal] = regions.get('footer')[0].document.areas.main;
  const menu = menus.get('main');
  let entries = '';
  for (const {
    values: { label, link },
  } of menu.lists.entries)
    entries += `<li><a href="${escape(href(data, link))}">${escape(label)}</a></li>`;
  const name = escape(store.name);
  return `<!doctype html>
<html lang="${store.locale}">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${name}</title>
<meta name="description" content="${escape(first.values.text)}">
<link rel="canonical" href="${escape(canonical)}">
${fonts.map((path) => `<link rel="preload" href="${escape(path)}" as="font" type="font/woff2" crossorigin>\n`).join('')}<link rel="stylesheet" href="${escape(styles[0])}">
<link rel="stylesheet" href="${escape(styles[1])}">
</head>
<body class="page-home">
<a class="skip" href="#content">Skip to the content</a>
<aside class="around around-top-line">${wrap(badge, '<a class="badge" href="/cart">Cart</a>', 'top-line~')}</aside>
<header class="around around-header">${wrap(bar, `<div class="menu-bar"><a class="menu-bar-name" href="/">${name}</a><nav aria-label="${escape(menu.name)}"><ul>${entries}</ul></nav></div>`, 'header~')}</header>
<main>
<div id="content" class="content content-standard">${poster(first, request)}${row(newest, request)}${beside(workshop, request)}${row(sport, request)}${beside(dunes, request)}</div>
</main>
<footer class="around around-footer">${wrap(legal, `<div class="legal"><strong class="legal-name">${name}</strong><div>${legal.values.text}</div></div>`, 'footer~')}</footer>
</body>
</html>
`;
}
