/** The next free `prefix-n` in a list; never reuses the number of a higher one that is still there. */
export function mintId(prefix: string, taken: readonly { id: string }[]): string {
  let highest = 0;
  for (const { id } of taken) {
    const match = id.startsWith(`${prefix}-`) ? /^\d+$/.exec(id.slice(prefix.length + 1)) : null;
    if (match) highest = Math.max(highest, Number(match[0]));
  }
  return `${prefix}-${highest + 1}`;
}
