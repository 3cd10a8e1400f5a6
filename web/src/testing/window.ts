/** What a browser's window has and jsdom's has not. */
import { TextEncoder } from 'node:util';

const media = { matches: false, addListener: () => undefined, removeListener: () => undefined };
const styleOf = globalThis.getComputedStyle;

export const copied = <T>(value: T): T => JSON.parse(JSON.stringify(value)) as T;

class Channel {
  readonly port1: { onmessage: (() => void) | null } = { onmessage: null };
  readonly port2 = { postMessage: () => void setTimeout(() => this.port1.onmessage?.(), 0) };
}

Object.assign(globalThis, {
  TextEncoder,
  structuredClone: copied,
  MessageChannel: Channel,
  matchMedia: () => media,
  // There is nothing drawn before or after an element.
  getComputedStyle: (element: Element) => styleOf(element),
});
