import { isTyping } from '../frame/keys';

/** Numbers the ways on inside, and takes the one whose number is pressed: a button at once, a field by going into it. An attachment. */
export function ways(list: HTMLElement) {
  const numbered = () =>
    [...list.querySelectorAll<HTMLElement>('.btn:not([disabled]):not(form .btn), form, span > select, span > .field')].slice(
      0,
      9,
    );
  // A field shows its number before what holds it.
  const shows = (way: HTMLElement) => (way.matches('select, input') ? way.parentElement! : way);
  const number = () => {
    for (const old of list.querySelectorAll('[data-way]')) delete (old as HTMLElement).dataset.way;
    numbered().forEach((way, i) => (shows(way).dataset.way = String(i + 1)));
  };
  const press = (event: KeyboardEvent) => {
    if (isTyping(event) || event.ctrlKey || event.altKey || event.metaKey) return;
    const way = numbered()[Number(event.key) - 1];
    if (!way) return;
    event.preventDefault();
    if (way.matches('.btn')) way.click();
    else (way.matches('form') ? way.querySelector<HTMLElement>('input, select') : way)?.focus();
  };
  const changes = new MutationObserver(number);
  changes.observe(list, { childList: true, subtree: true });
  number();
  window.addEventListener('keydown', press);
  return () => {
    changes.disconnect();
    window.removeEventListener('keydown', press);
  };
}
