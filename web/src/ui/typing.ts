/** Whether what has the focus takes keys as text; a box to tick has no text whose own undo would come first. */
export const isTyping = (target: EventTarget | null): boolean =>
  target instanceof HTMLElement &&
  /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName) &&
  !/^(radio|checkbox)$/.test((target as HTMLInputElement).type) &&
  target.checkVisibility();
