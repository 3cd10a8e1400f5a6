/**
 * The page's rules take style sheets from our own scripts alone: each carries the number that came with the page. Libraries
 * make theirs with `createElement` and know of no number; markup that somebody smuggles in is not made that way.
 */
const nonce = document.querySelector<HTMLMetaElement>('meta[property=csp-nonce]')?.nonce ?? '';
const make = document.createElement.bind(document);
document.createElement = ((name: string, options?: ElementCreationOptions) => {
  const element = make(name, options);
  if (element instanceof HTMLStyleElement) element.nonce = nonce;
  return element;
}) as typeof document.createElement;
