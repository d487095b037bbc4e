/** Shows pictures of a gallery large, one after the other: by buttons, arrow keys or swipe. */
export function showLarge(section) {
  /** How far a finger must go, in CSS pixels. */
  const SWIPE = 40;
  const gallery = section.querySelector('[data-gallery]');
  if (!gallery) return;
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
