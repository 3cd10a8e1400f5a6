const isShown = (dialog: HTMLElement) => getComputedStyle(dialog).display !== 'none';

/**
 * The library's dialog hears Esc only once it has come up whole and taken the focus: one that is pressed before that, or after
 * what had the focus in it is gone, closes the topmost dialog all the same. Where none stands the key is nobody's of ours.
 */
export function closeOnEscape(event: KeyboardEvent): void {
  if (event.key !== 'Escape' || !(event.target instanceof Node)) return;
  const top = [...document.querySelectorAll<HTMLElement>('.ant-modal-wrap')].filter(isShown).at(-1);
  if (!top || top.contains(event.target)) return;
  event.stopPropagation();
  top.querySelector<HTMLElement>('.ant-modal-close')?.click();
}
