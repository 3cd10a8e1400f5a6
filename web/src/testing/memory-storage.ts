/** A browser's storage in memory, with room for so many letters. */
export class MemoryStorage implements Storage {
  readonly items = new Map<string, string>();
  constructor(private readonly room = Infinity) {}
  get length() {
    return this.items.size;
  }
  key = (at: number) => [...this.items.keys()][at] ?? null;
  getItem = (key: string) => this.items.get(key) ?? null;
  removeItem = (key: string) => void this.items.delete(key);
  clear = () => this.items.clear();
  setItem(key: string, value: string) {
    const others = [...this.items].reduce((sum, [other, text]) => sum + (other === key ? 0 : text.length), 0);
    if (others + value.length > this.room) throw new Error('QuotaExceededError');
    this.items.set(key, value);
  }
}
