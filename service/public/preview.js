/**
 * The preview's part of the workbench: says which section was clicked, shows which is selected, and renews the page in
 * place after an edit. Talks only to the page that frames it.
 */
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
    say({ type: 'selected', section: section.dataset.section });
  },
  true,
);

/** Marks the selection. */
function mark(id) {
  for (const old of document.querySelectorAll('.parlour-selected')) old.classList.remove('parlour-selected');
  const section = id && document.querySelector(`[data-section="${CSS.escape(id)}"]`);
  section?.classList.add('parlour-selected');
  return section;
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

/** Fetches the page anew and puts in only what is different, so that nothing jumps. */
async function renew() {
  const response = await fetch(location.href, { headers: { accept: 'text/html' } });
  if (!response.ok) return location.reload();
  const fresh = new DOMParser().parseFromString(await response.text(), 'text/html');
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
  morph(document.body, fresh.body);
  document.body.className = fresh.body.className;
  mark(selected);
  say({ type: 'renewed' });
}

/** Makes the children of `now` those of `next`, keeping every element that is the same. */
function morph(now, next) {
  const wanted = [...next.childNodes];
  const byId = new Map([...now.children].filter((child) => child.id).map((child) => [child.id, child]));
  wanted.forEach((node, i) => {
    const here = now.childNodes[i];
    const known = node.id ? byId.get(node.id) : undefined;
    const match = known ?? (here && !here.id && !node.id && here.nodeName === node.nodeName ? here : undefined);
    if (!match) return now.insertBefore(document.importNode(node, true), here ?? null);
    if (match !== here) now.insertBefore(match, here ?? null);
    if (clean(match) !== clean(node)) change(match, node);
  });
  while (now.childNodes.length > wanted.length) now.lastChild.remove();
}

function change(match, node) {
  if (match.nodeType !== Node.ELEMENT_NODE || match.tagName === 'IMG')
    return match.replaceWith(document.importNode(node, true));
  for (const { name } of [...match.attributes]) if (!node.hasAttribute(name)) match.removeAttribute(name);
  for (const { name, value } of node.attributes)
    if (match.getAttribute(name) !== value) match.setAttribute(name, value);
  morph(match, node);
}

const clean = (node) => (node.outerHTML ?? node.data ?? '').replaceAll(' parlour-selected', '');

window.addEventListener('message', (event) => {
  if (event.source !== parent || event.origin !== origin) return;
  const { type, section } = event.data ?? {};
  if (type === 'select') reveal(mark((selected = section)));
  if (type === 'renew') renew();
});

// Another device's width lays the page out anew.
window.addEventListener('resize', () => reveal(mark(selected)));

say({ type: 'ready', path: location.pathname });
