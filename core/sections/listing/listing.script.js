/* global fetch, DOMParser, history, URLSearchParams, FormData, window */
/**
 * What is chosen of a listing shows without leaving the page: its order, its filters, its pages. Without script the same
 * links and forms lead to the same addresses.
 */
export function followInPlace(section) {
  if (document.documentElement.dataset.follows) return;
  document.documentElement.dataset.follows = '';
  let turn = 0;
  const said = Object.assign(document.createElement('p'), { className: 'hidden-words' });
  said.setAttribute('role', 'status');
  document.body.append(said);
  /** Puts the page at an address in the place of what is shown, as far as it goes by the address. */
  const show = async (address) => {
    const mine = ++turn;
    section.setAttribute('aria-busy', 'true');
    const answer = await fetch(address, { headers: { accept: 'text/html' } }).catch(() => null);
    if (mine !== turn) return false;
    if (!answer?.ok) return (location.assign(address), false);
    const page = new DOMParser().parseFromString(await answer.text(), 'text/html');
    if (mine !== turn) return false;
    const focused = document.activeElement?.id;
    for (const frame of document.querySelectorAll('.frame[data-of-listing]')) {
      const next = page.getElementById(frame.id);
      if (!next) return (location.assign(address), false);
      frame.hidden = next.hidden;
      // A panel that is open stays, and what is in it follows.
      const kept = frame.querySelector('[data-panel]:popover-open');
      const coming = kept && next.querySelector('[data-panel]');
      const open = [...frame.querySelectorAll('details')].map((one) => [one.id, one.open]);
      if (coming) {
        kept.replaceChildren(...coming.childNodes);
        for (const old of kept.parentElement.children)
          if (old !== kept) old.replaceWith(page.getElementById(old.id) ?? old);
      } else frame.replaceChildren(...next.childNodes);
      for (const [id, isOpen] of open) {
        const one = document.getElementById(id);
        if (one) one.open = isOpen;
      }
    }
    section.removeAttribute('aria-busy');
    document.title = page.title;
    said.textContent = document.querySelector('.number-of-results')?.textContent ?? '';
    document.getElementById(focused)?.focus({ preventScroll: true });
    return true;
  };
  const go = async (address) => {
    if (await show(address)) history.pushState({ follows: true }, '', address);
  };
  history.replaceState({ follows: true }, '');
  document.addEventListener('click', (event) => {
    const link = event.target.closest('a[data-follow]');
    if (!link || event.defaultPrevented || event.button || event.metaKey || event.ctrlKey || event.shiftKey) return;
    event.preventDefault();
    void go(link.href).then(() => {
      if (link.dataset.follow === 'top') section.scrollIntoView({ block: 'start' });
    });
  });
  const addressOf = (form) => {
    const sent = new URLSearchParams(new FormData(form));
    for (const [name, value] of [...sent]) if (value === '') sent.delete(name, value);
    return `${form.action}${sent.size ? `?${sent}` : ''}`;
  };
  document.addEventListener('submit', (event) => {
    if (!event.target.matches('form[data-follow]')) return;
    event.preventDefault();
    void go(addressOf(event.target));
  });
  document.addEventListener('change', ({ target }) => {
    const form = target.form;
    if (form?.matches('form[data-follow]')) void go(addressOf(form));
  });
  window.addEventListener('popstate', ({ state }) => {
    if (state?.follows) void show(location.href);
  });
}
