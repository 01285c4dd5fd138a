/**
 * What a work says on its way, one after another, for whoever asks for the next: nothing is lost between two questions.
 * @param work  is given the way to say something; what it throws is thrown where the next is asked for
 */
export async function* queued<T>(work: (say: (one: T) => void) => Promise<void>): AsyncGenerator<T> {
  const waiting: T[] = [];
  let wake: () => void = () => undefined;
  let end: { error?: unknown } | undefined;
  const ended = (how: { error?: unknown }): void => {
    end = how;
    wake();
  };
  work((one) => {
    waiting.push(one);
    wake();
  }).then(
    () => ended({}),
    (error: unknown) => ended({ error })
  );
  for (;;) {
    for (let one = waiting.shift(); one !== undefined; one = waiting.shift()) yield one;
    if (end && 'error' in end) throw end.error;
    if (end) return;
    await new Promise<void>((next) => (wake = next));
  }
}
