/** Hands a text, or what the server made, to the person as a file. */
export function download(name: string, type: string, content: string | Blob): void {
  const url = URL.createObjectURL(typeof content === 'string' ? new Blob([content], { type: `${type};charset=utf-8` }) : content);
  const link = document.createElement('a');
  link.href = url;
  link.download = name;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}

/** A project's name as a file name. */
export function fileName(name: string, ending: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/[^\p{L}\p{N}]+/gu, '-')
    .replace(/^-+|-+$/g, '')
    .toLowerCase();
  return `${plain || 'project'}.${ending}`;
}
