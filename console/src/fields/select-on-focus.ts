/**
 * For fields that are searched in: what stands there is selected when one enters, so that typing replaces it.
 * Bind with `v-bind="selectOnFocus()"`.
 */
export function selectOnFocus(): { onFocusin: (event: FocusEvent) => void; onClick: (event: MouseEvent) => void } {
  let entered = false;
  const select = (event: Event): void => {
    const input = event.target;
    if (input instanceof HTMLInputElement) requestAnimationFrame(() => input.select());
  };
  return {
    onFocusin(event) {
      entered = true;
      select(event);
    },
    // A mouse puts its caret only after the focus; the first click must not undo the selection.
    onClick(event) {
      if (entered) select(event);
      entered = false;
    },
  };
}
