/** Parts that open and close, as tabs. */
export function showTabs(section) {
  const accordion = section.querySelector('[data-tabs]');
  if (!accordion) return;
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
    tab.id = `${section.id}-tab-${at}`;
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
