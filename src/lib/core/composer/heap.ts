/** A binary heap: {@link pop} gives the first by `order`. */
export class Heap<T> {
  readonly #items: T[] = [];
  constructor(private readonly order: (a: T, b: T) => number) {}

  get size(): number {
    return this.#items.length;
  }

  push(item: T): void {
    const items = this.#items;
    let i = items.length;
    items.push(item);
    while (i > 0) {
      const up = (i - 1) >> 1;
      const parent = items[up] as T;
      if (this.order(item, parent) >= 0) break;
      items[i] = parent;
      i = up;
    }
    items[i] = item;
  }

  pop(): T | undefined {
    const items = this.#items;
    const first = items[0];
    const last = items.pop();
    if (items.length === 0 || last === undefined) return first;
    let i = 0;
    for (;;) {
      let child = 2 * i + 1;
      if (child >= items.length) break;
      if (child + 1 < items.length && this.order(items[child + 1] as T, items[child] as T) < 0) child++;
      if (this.order(items[child] as T, last) >= 0) break;
      items[i] = items[child] as T;
      i = child;
    }
    items[i] = last;
    return first;
  }
}
