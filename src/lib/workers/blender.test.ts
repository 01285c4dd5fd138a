import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { BlendAsk } from '$core/grind';
import { grams } from '$core/units';
import { Blender } from './blender.svelte';

/** Workers that were started, with what they hear and were told. */
class Fake {
  static all: Fake[] = [];
  told: { id: number }[] = [];
  ended = false;
  readonly #hear = new Map<string, (event: unknown) => void>();
  constructor() {
    Fake.all.push(this);
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
  say(kind: 'message' | 'error', event: object): void {
    this.#hear.get(kind)?.({ preventDefault: () => undefined, ...event });
  }
}
beforeEach(() => {
  Fake.all = [];
  vi.stubGlobal('Worker', Fake);
});
const ask: BlendAsk = {
  lots: [{ id: 'a', have: grams(900), fat: 0.05 }],
  aim: 0.07,
  how: 'atMost',
  least: 'bought'
};
const answer = (id: number, meat: number) => ({
  data: { id, answer: { parts: [{ id: 'a', grams: grams(meat) }] } }
});

describe('the linear programme in its worker', () => {
  it('answers what was asked last; an older answer that comes late is passed over', () => {
    const blender = new Blender();
    expect(Fake.all).toHaveLength(0);
    blender.ask(ask);
    blender.ask(ask);
    const [worker] = Fake.all;
    expect(Fake.all).toHaveLength(1);
    expect(worker?.told.map((t) => t.id)).toEqual([1, 2]);
    worker?.say('message', answer(1, 100));
    expect(blender.answer).toBeUndefined();
    expect(blender.busy).toBe(true);
    worker?.say('message', answer(2, 900));
    expect(blender.answer?.parts).toEqual([{ id: 'a', grams: 900 }]);
    expect(blender.busy).toBe(false);
  });

  it('that breaks off is said, what it had said stands, and the next question starts another', () => {
    const blender = new Blender();
    blender.ask(ask);
    Fake.all[0]?.say('message', answer(1, 900));
    blender.ask(ask);
    Fake.all[0]?.say('error', {});
    expect(blender).toMatchObject({ broke: true, busy: false });
    expect(blender.answer?.parts).toHaveLength(1);
    expect(Fake.all[0]?.ended).toBe(true);
    blender.ask(ask);
    expect(Fake.all).toHaveLength(2);
    Fake.all[1]?.say('message', answer(3, 500));
    expect(blender.broke).toBe(false);
    blender.stop();
    expect(Fake.all[1]?.ended).toBe(true);
  });
});
