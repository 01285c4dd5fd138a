import { beforeEach, describe, expect, it, vi } from 'vitest';
import { stubStorage } from '../teststorage';

describe('pieces that firm up', () => {
  let told = 0;
  beforeEach(() => {
    vi.resetModules();
    told = 0;
    vi.stubGlobal('dispatchEvent', () => (told += 1) > 0);
  });
  it('are kept on the device over a reload, begin anew, and are gone once they are out', async () => {
    const store = stubStorage();
    const { firming } = await import('./firming.svelte');
    firming.read();
    firming.start('a', 'Strap', 40, 1_000);
    firming.start('b', 'Eye', 60, 1_000);
    firming.start('a', 'Strap', 15, 2_000);
    expect(told).toBe(3);
    vi.resetModules();
    const again = (await import('./firming.svelte')).firming;
    again.read();
    expect(again.list).toEqual([
      { id: 'b', name: 'Eye', minutes: 60, until: 1_000 + 3_600_000 },
      { id: 'a', name: 'Strap', minutes: 15, until: 2_000 + 900_000 }
    ]);
    again.done('b');
    again.done('a');
    expect([...store.values()]).toEqual(['[]']);
    store.set([...store.keys()][0] ?? '', '{"x":');
    again.read();
    expect(again.list).toEqual([]);
  });
});
