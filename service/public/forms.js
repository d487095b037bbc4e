/**
 * Sends a storefront's forms without leaving the page, and puts in what has changed. Everything works without it: the
 * forms are plain ones. `Idiomorph` stands in front of it in the file that browsers get.
 */
/* global Idiomorph, navigator, AbortSignal */
const facts = document.querySelector('meta[name=facts]');
const said = Object.assign(document.createElement('p'), { className: 'hidden-words' });
said.setAttribute('role', 'status');
document.body.append(said);

// Of two that are sent, the later one counts: what the earlier one answers is of the past by then.
let turn = 0;

/** One at a time, in all tabs of the store: the next knows the cart that the one before has begun. */
const inTurn = (work) => (navigator.locks ? navigator.locks.request('actions', work) : (last = last.then(work, work)));
let last = Promise.resolve();
const PATIENCE_MS = 20_000;

async function send(form, submitter) {
  const body = new URLSearchParams(new FormData(form, submitter));
  body.set('page', location.pathname + location.search);
  const mine = ++turn;
  let answer;
  try {
    answer = await inTurn(async () => {
      body.set('facts', facts?.content ?? '');
      const signal = AbortSignal.timeout(PATIENCE_MS);
      const headers = { accept: 'application/json' };
      return (await fetch(form.action, { method: 'POST', headers, body, signal })).json();
    });
  } catch {
    // Whatever went wrong, the browser says it better by itself.
    return leave(form, submitter);
  }
  if (mine !== turn) return;
  if (answer.to) return location.assign(answer.to);
  if (answer.reload || !answer.changed) return leave(form, submitter);
  if (facts) facts.content = answer.facts;
  for (const [path, html] of Object.entries(answer.changed)) put(`s-${path}`, html);
  const told = [...document.querySelectorAll('[role=alert], [role=status]')].filter((one) => one !== said);
  said.textContent = (told.find(({ role }) => role === 'alert') ?? told[0])?.textContent ?? '';
  document.querySelector('[aria-invalid]')?.focus();
  // What came of it may stand below what is seen.
  const section = form.isConnected ? form.closest('.frame') : null;
  section?.querySelector('[role=alert], [role=status]')?.scrollIntoView({ block: 'nearest' });
}

/** As it would go without script. */
function leave(form, submitter) {
  form.dataset.plain = '';
  form.requestSubmit(submitter);
}

function put(id, html) {
  const old = document.getElementById(id);
  if (!old) return;
  if (html === '') old.replaceChildren();
  else Idiomorph.morph(old, html, { morphStyle: 'outerHTML', ignoreActiveValue: true, restoreFocus: true });
}

document.addEventListener('submit', (event) => {
  const form = event.target;
  if (form.method !== 'post' || 'plain' in form.dataset) return;
  event.preventDefault();
  send(form, event.submitter);
});

// Who goes back sees the page as it was left, if the browser still has it; what the shopper has may have changed since.
window.addEventListener('pageshow', async ({ persisted }) => {
  if (!persisted || !facts) return;
  const now = await fetch(location.href, { headers: { accept: 'text/html' } })
    .then((response) => response.text())
    .catch(() => null);
  if (now !== null && !now.includes(`content="${facts.content}"`)) location.reload();
});

document.addEventListener('change', ({ target }) => {
  if (target.matches('[data-send]') && target.form.reportValidity()) send(target.form, null);
});
