/** Says hello once somebody looks at it. */
export function greet(section) {
  section.querySelector('[data-greeting]')?.addEventListener('click', ({ target }) => (target.hidden = true));
}
