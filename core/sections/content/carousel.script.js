/** Buttons that move a row of slides on; without script it is moved by swipe and by arrow keys. */
export function moveOn(section) {
  const carousel = section.querySelector('[data-carousel]');
  if (!carousel) return;
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
    slides.scrollBy({
      left: way * step(),
      behavior: matchMedia('(prefers-reduced-motion: reduce)').matches ? 'auto' : 'smooth',
    });
  });
  slides.addEventListener('scroll', settle, { passive: true });
  settle();
}
