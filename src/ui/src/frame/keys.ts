/** Whether a key press is meant for a field one is typing in. */
export const isTyping = (event: KeyboardEvent) =>
  event.target instanceof HTMLElement &&
  (event.target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(event.target.tagName));

/** Moves along the rows of a table with the arrow keys; each row that opens something can be focused. Where nothing has the focus yet, an
 * arrow goes to the first row of the view. An attachment for its body. */
export function rows(body: HTMLElement) {
  body.dataset.rows = '';
  const begin = (event: KeyboardEvent) => {
    if (event.target !== document.body || event.altKey || event.ctrlKey || event.key !== 'ArrowDown') return;
    const first = document.querySelector<HTMLElement>('main [data-rows] [tabindex="0"]');
    if (!first || !body.contains(first)) return;
    event.preventDefault();
    first.focus();
  };
  window.addEventListener('keydown', begin);
  const move = (event: KeyboardEvent) => {
    const at = (event.target as HTMLElement).closest('tr');
    if (!at || event.altKey || event.ctrlKey || isTyping(event)) return;
    // A row that opens nothing itself leads to its first control.
    if (event.key === 'Enter' && event.target === at && !at.matches('.opens')) {
      event.preventDefault();
      at.querySelector<HTMLElement>('a, button')?.focus();
    }
    const step = event.key === 'ArrowDown' ? 1 : event.key === 'ArrowUp' ? -1 : 0;
    if (!step) return;
    let next = step > 0 ? at.nextElementSibling : at.previousElementSibling;
    while (next && !next.matches('[tabindex]')) next = step > 0 ? next.nextElementSibling : next.previousElementSibling;
    if (!(next instanceof HTMLElement)) return;
    event.preventDefault();
    next.focus();
  };
  body.addEventListener('keydown', move);
  return () => {
    body.removeEventListener('keydown', move);
    window.removeEventListener('keydown', begin);
  };
}

/** The keys of what is edited in place: Ctrl+Enter takes it, Esc leaves it as it is. An attachment for whatever holds its fields. */
export const editing = (take: () => void, leave: () => void) => (body: HTMLElement) => {
  const keys = (event: KeyboardEvent) => {
    if (event.key === 'Escape') leave();
    else if (event.key === 'Enter' && event.ctrlKey) take();
    else return;
    event.preventDefault();
    event.stopPropagation();
  };
  body.addEventListener('keydown', keys);
  return () => body.removeEventListener('keydown', keys);
};
