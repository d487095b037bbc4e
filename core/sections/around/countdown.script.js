/** Counts down to an instant, in the place of the day that is said without script. */
export function countDown(section) {
  const left = section.querySelector('[data-countdown]');
  if (!left) return;
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
