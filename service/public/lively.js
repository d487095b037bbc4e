/** Makes single sections of a storefront livelier. Each works without it. */
/* global matchMedia, getComputedStyle */

/** How far a finger must go, in CSS pixels. */
const SWIPE = 40;
/** Whoever wants no motion gets none. */
const still = matchMedia('(prefers-reduced-motion: reduce)');

/** Counts down to an instant, in the place of the day that is said without script. */
function countDown(left) {
  const until = Date.parse(left.dataset.countdown);
  const parts = [...left.querySelectorAll('[data-unit]')];
  const tick = () => {
    let rest = until - Date.now();
    // The page made anew shows what comes after.
    if (rest <= 0) return location.reload();
    for (const part of parts) {
      const unit = Number(part.dataset.unit);
      part.textContent = String(Math.floor(rest / unit));
      rest %= unit;
    }
    setTimeout(tick, rest + 1);
  };
  // By a clock that is ahead it is over before it is: made anew, the page would be the same again.
  if (until <= Date.now()) return;
  left.parentElement.classList.add('is-counting');
  tick();
}

/** Buttons that move a row of slides on; without script it is moved by swipe and by arrow keys. */
function moveOn(carousel) {
  const slides = carousel.querySelector('ul');
  const ways = carousel.querySelector('.carousel-ways');
  const step = () => (slides.children[1]?.offsetLeft ?? 0) - slides.children[0].offsetLeft || slides.clientWidth;
  const settle = () => {
    const place = Math.abs(slides.scrollLeft);
    ways.querySelector('[data-way="-1"]').disabled = place < 2;
    ways.querySelector('[data-way="1"]').disabled = place > slides.scrollWidth - slides.clientWidth - 2;
  };
  ways.hidden = slides.children.length < 2;
  ways.addEventListener('click', ({ target }) => {
    const way = Number(target.closest('[data-way]')?.dataset.way ?? 0);
    slides.scrollBy({ left: way * step(), behavior: still.matches ? 'auto' : 'smooth' });
  });
  slides.addEventListener('scroll', settle, { passive: true });
  settle();
}

/** Shows pictures of a gallery large, one after the other: by buttons, arrow keys or swipe. */
function showLarge(gallery) {
  const links = [...gallery.querySelectorAll('[data-large]')];
  const [before, after, close] = gallery.dataset.words.split('|');
  const dialog = document.createElement('dialog');
  dialog.className = 'large';
  dialog.innerHTML =
    '<div class="large-ways"><button type="button" class="button-quiet" data-way="-1"></button><button type="button" class="button-quiet" data-way="1"></button><button type="button" class="button-quiet" data-close></button></div><div class="large-picture"><img alt=""></div><p aria-live="polite"></p>';
  const [back, on, shut] = dialog.querySelectorAll('button');
  [back.textContent, on.textContent, shut.textContent] = [before, after, close];
  gallery.after(dialog);
  const image = dialog.querySelector('img');
  let at = 0;
  const show = (wanted) => {
    at = (wanted + links.length) % links.length;
    image.src = links[at].href;
    image.alt = links[at].querySelector('img').alt;
    dialog.querySelector('p').textContent = [links[at].dataset.caption, `${at + 1} / ${links.length}`]
      .filter(Boolean)
      .join(' · ');
  };
  const goOn = (way) => show(at + way * (getComputedStyle(dialog).direction === 'rtl' ? -1 : 1));
  gallery.addEventListener('click', (event) => {
    const link = event.target.closest('[data-large]');
    if (!link || event.ctrlKey || event.metaKey || event.shiftKey) return;
    event.preventDefault();
    show(links.indexOf(link));
    dialog.showModal();
  });
  dialog.addEventListener('click', ({ target }) => {
    if (target.closest('[data-close]') || target.classList.contains('large-picture')) return dialog.close();
    const way = target.closest('[data-way]');
    if (way) show(at + Number(way.dataset.way));
  });
  dialog.addEventListener('keydown', ({ key }) => {
    if (key === 'ArrowRight') goOn(1);
    if (key === 'ArrowLeft') goOn(-1);
  });
  let start = null;
  dialog.addEventListener('pointerdown', ({ clientX }) => (start = clientX));
  dialog.addEventListener('pointerup', ({ clientX }) => {
    if (start !== null && Math.abs(clientX - start) > SWIPE) goOn(clientX < start ? 1 : -1);
    start = null;
  });
  dialog.addEventListener('close', () => links[at].focus());
}

/** Parts that open and close, as tabs. */
function tabs(accordion) {
  const parts = [...accordion.querySelectorAll(':scope > details')];
  const list = document.createElement('div');
  list.className = 'tabs';
  list.setAttribute('role', 'tablist');
  const select = (at, isAsked) => {
    parts.forEach((part, i) => {
      part.open = i === at;
      list.children[i].setAttribute('aria-selected', String(i === at));
      list.children[i].tabIndex = i === at ? 0 : -1;
    });
    if (isAsked) list.children[at].focus();
  };
  parts.forEach((part, at) => {
    const tab = document.createElement('button');
    tab.type = 'button';
    tab.setAttribute('role', 'tab');
    tab.textContent = part.querySelector('summary').textContent;
    tab.id = `${accordion.closest('[id]').id}-tab-${at}`;
    const panel = part.querySelector('.accordion-in');
    panel.id = `${tab.id}-panel`;
    panel.setAttribute('role', 'tabpanel');
    panel.setAttribute('aria-labelledby', tab.id);
    tab.setAttribute('aria-controls', panel.id);
    tab.addEventListener('click', () => select(at, true));
    list.append(tab);
  });
  list.addEventListener('keydown', ({ key }) => {
    const way = { ArrowRight: 1, ArrowLeft: -1 }[key];
    if (!way) return;
    const here = parts.findIndex((part) => part.open);
    select((here + way * (getComputedStyle(list).direction === 'rtl' ? -1 : 1) + parts.length) % parts.length, true);
  });
  accordion.classList.add('is-tabs');
  accordion.prepend(list);
  select(0, false);
}

for (const carousel of document.querySelectorAll('[data-carousel]')) moveOn(carousel);
for (const gallery of document.querySelectorAll('[data-gallery]')) showLarge(gallery);
for (const accordion of document.querySelectorAll('[data-tabs]')) tabs(accordion);
for (const left of document.querySelectorAll('[data-countdown]')) countDown(left);
