import { describe, expect, it } from 'vitest';
import { TooMany, Turns } from './turns';

/** A piece of work that ends when it is told to. */
function held(): { work: () => Promise<string>; end: () => void; begun: () => boolean } {
  let end = (): void => undefined;
  let begun = false;
  return {
    work: () => {
      begun = true;
      return new Promise((done) => (end = () => done('done')));
    },
    end: () => end(),
    begun: () => begun
  };
}
const settled = () => new Promise((next) => setImmediate(next));

describe('turns', () => {
  it('are taken in the order in which they were asked for, so many at once', async () => {
    const turns = new Turns(2, 10, 10);
    const all = Array.from({ length: 5 }, held);
    const answers = all.map(({ work }, i) => turns.take(`caller ${i}`, work));
    await settled();
    expect(all.map(({ begun }) => begun())).toEqual([true, true, false, false, false]);
    expect(turns.waiting).toBe(3);
    all[1]!.end();
    await settled();
    expect(all.map(({ begun }) => begun())).toEqual([true, true, true, false, false]);
    for (const one of all) {
      one.end();
      await settled();
    }
    expect(await Promise.all(answers)).toEqual(Array(5).fill('done'));
    expect(turns.waiting).toBe(0);
  });

  it('are refused where one caller, or all of them, wait for too many; a fault gives its turn on', async () => {
    const turns = new Turns(1, 2, 3);
    const first = held();
    const answers = [turns.take('a', first.work)];
    await settled();
    const waiting = ['a', 'a', 'b'].map((caller) => turns.take(caller, async () => caller));
    await expect(turns.take('a', async () => 'a')).rejects.toBeInstanceOf(TooMany);
    await expect(turns.take('c', async () => 'c')).rejects.toBeInstanceOf(TooMany);
    first.end();
    await Promise.all(answers);
    expect(await Promise.all(waiting)).toEqual(['a', 'a', 'b']);
    await expect(turns.take('a', async () => Promise.reject(new Error('broke')))).rejects.toThrow('broke');
    expect(await turns.take('a', async () => 'again')).toBe('again');
  });

  it('whoever goes away while waiting is passed over; places are told', async () => {
    const turns = new Turns(1, 5, 5);
    const first = held();
    const answer = turns.take('a', first.work);
    await settled();
    const gone = new AbortController();
    const places: number[] = [];
    const second = turns.take('b', async () => 'b', gone.signal);
    const third = turns.enter('c', undefined, (before) => places.push(before));
    gone.abort(new Error('gone'));
    await expect(second).rejects.toThrow('gone');
    await settled();
    first.end();
    await answer;
    const end = await third;
    expect(places).toEqual([2, 1]);
    // Ended twice it frees one turn, not two.
    end();
    end();
    const fourth = held();
    const [one, two] = [turns.take('d', fourth.work), turns.take('d', async () => 'two')];
    await settled();
    expect(turns.waiting).toBe(1);
    fourth.end();
    expect(await Promise.all([one, two])).toEqual(['done', 'two']);
    const late = new AbortController();
    late.abort(new Error('gone before'));
    await expect(turns.enter('e', late.signal)).rejects.toThrow('gone before');
  });
});
