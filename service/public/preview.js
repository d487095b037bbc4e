/**
 * The preview's part of the workbench: says which section was clicked, shows which is selected, and renews the page in
 * place after an edit. Talks only to the page that frames it. `Idiomorph` stands in front of it in the file that
 * browsers get.
 */
/* global Idiomorph, CSSStyleSheet */
const parent = window.parent === window ? null : window.parent;
const origin = new URL(import.meta.url).searchParams.get('console');

const style = document.createElement('link');
style.rel = 'stylesheet';
style.href = '/assets/preview.css';
document.head.append(style);

const sectionOf = (target) => target.closest('[data-section]');
const say = (message) => parent?.postMessage({ from: 'parlour-preview', ...message }, origin);

document.addEventListener(
  'click',
  (event) => {
    const section = sectionOf(event.target);
    if (!parent || !section) return;
    // Inside the workbench a click selects; links and buttons rest.
    event.preventDefault();
    event.stopPropagation();
    say({ type: 'selected', path: section.dataset.section });
  },
  true,
);

/** Marks a section wherever it stands on the page, by the id at the end of its path. @returns the first of them */
function mark(id) {
  for (const old of document.querySelectorAll('.parlour-selected')) old.classList.remove('parlour-selected');
  const name = id && CSS.escape(id);
  const found = id ? document.querySelectorAll(`[data-section="${name}"], [data-section$="~${name}"]`) : [];
  for (const section of found) section.classList.add('parlour-selected');
  return found[0];
}

/** Brings the selection into view, unless enough of it is there already; typing must not make the page jump. */
function reveal(section) {
  if (!section) return;
  const { top, bottom, height } = section.getBoundingClientRect();
  const seen = Math.min(bottom, window.innerHeight) - Math.max(top, 0);
  if (seen < Math.min(height, window.innerHeight) * 0.6)
    section.scrollIntoView({ block: height > window.innerHeight ? 'start' : 'center', behavior: 'smooth' });
}

let selected = null;

const properties = new CSSStyleSheet();
/** The look as it is just being set, before it is saved. */
const look = new CSSStyleSheet();
document.adoptedStyleSheets = [properties, look];

/** The custom properties of the sections: in a sheet of script’s, as the policy allows no style element but the first. */
function restyle(rules) {
  properties.replaceSync(rules);
  document.querySelector('head > style')?.remove();
}

/** How long after a service that does not answer is asked again. */
const RETRY_MS = 2000;
let renewing = false;
let again = false;

/** Renews the page; what is asked for meanwhile is done once more after it, so that no earlier answer comes last. */
async function renew() {
  again = true;
  if (renewing) return;
  renewing = true;
  while (again) {
    again = false;
    const text = await fetch(location.href, { headers: { accept: 'text/html' } })
      .then((response) => response.text())
      .catch(() => null);
    if (text === null) setTimeout(renew, RETRY_MS);
    else show(text);
  }
  renewing = false;
}

/** Puts in only what is different, so that nothing jumps. */
function show(text) {
  // Taken out before it is read as a page, where the policy would count it as an element of its own.
  const [element = '', rules = ''] = /<style>([^<]*)<\/style>/.exec(text) ?? [];
  const fresh = new DOMParser().parseFromString(text.replace(element, ''), 'text/html');
  const stylesOf = (page) =>
    [...page.querySelectorAll('link[rel=stylesheet]:not([href*="/assets/"])')]
      .map((link) => link.getAttribute('href'))
      .join();
  if (stylesOf(document) !== stylesOf(fresh)) {
    for (const link of fresh.querySelectorAll('link[rel=stylesheet]')) {
      if (!document.querySelector(`link[href="${link.getAttribute('href')}"]`))
        document.head.append(document.importNode(link, true));
    }
  }
  restyle(rules);
  Idiomorph.morph(document.body, fresh.body, { morphStyle: 'outerHTML', ignoreActiveValue: true });
  mark(selected);
  say({ type: 'renewed' });
}

window.addEventListener('message', (event) => {
  if (event.source !== parent || event.origin !== origin) return;
  const { type, section } = event.data ?? {};
  if (type === 'select') reveal(mark((selected = section)));
  if (type === 'renew') renew();
  if (type === 'look') look.replaceSync(String(event.data.rules));
});

// Another device's width lays the page out anew.
window.addEventListener('resize', () => reveal(mark(selected)));

say({ type: 'ready', path: location.pathname });
