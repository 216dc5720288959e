/**
 * Hands things out in turn, first come, first served. One is always left to those who are not slow: however many slow
 * ones wait, the others are not kept waiting for them.
 */
export class Turns<T> {
  readonly #free: T[];
  readonly #mostSlow: number;
  readonly #waiting: { readonly isSlow: boolean; readonly go: (one: T) => void }[] = [];
  #slow = 0;

  constructor(all: readonly T[]) {
    this.#free = [...all];
    this.#mostSlow = Math.max(1, all.length - 1);
  }

  async inTurn<R>(isSlow: boolean, work: (one: T) => Promise<R>): Promise<R> {
    const one = await new Promise<T>((go) => {
      this.#waiting.push({ isSlow, go });
      this.#serve();
    });
    try {
      return await work(one);
    } finally {
      if (isSlow) this.#slow--;
      this.#free.push(one);
      this.#serve();
    }
  }

  #serve(): void {
    while (this.#free.length > 0) {
      const at = this.#waiting.findIndex(({ isSlow }) => !isSlow || this.#slow < this.#mostSlow);
      const [next] = at < 0 ? [] : this.#waiting.splice(at, 1);
      if (!next) return;
      if (next.isSlow) this.#slow++;
      next.go(this.#free.pop()!);
    }
  }
}
