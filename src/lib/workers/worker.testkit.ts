/** A worker that a test hears and speaks for. */
export class FakeWorker {
  static all: FakeWorker[] = [];
  static last(): FakeWorker {
    const last = FakeWorker.all.at(-1);
    if (!last) throw new Error('no worker was started');
    return last;
  }
  told: { id: number }[] = [];
  ended = false;
  readonly #hear = new Map<string, (event: unknown) => void>();
  constructor() {
    FakeWorker.all.push(this);
  }
  addEventListener(kind: string, hear: (event: unknown) => void): void {
    this.#hear.set(kind, hear);
  }
  postMessage(told: { id: number }): void {
    this.told.push(told);
  }
  terminate(): void {
    this.ended = true;
  }
  say(kind: 'message' | 'error', event: object = {}): void {
    this.#hear.get(kind)?.({ preventDefault: () => undefined, ...event });
  }
}
