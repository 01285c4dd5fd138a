import type { BookedEntry, Facts } from '$core/book';
import { CAUTIONS, KIT, PROCEDURES, TUB_TRIM } from '$core/reference';
import { DEFAULT_SETTINGS } from '$core/settings';
import type { BenchData } from './session.svelte';

/** What a demo larder with the usual settings tells a bench of an animal. */
export function benchData(
  card: { id: string; facts: Facts },
  history: BookedEntry[],
  over: Partial<BenchData> = {}
): BenchData {
  const { prices, people, portion, edgeMinutes, letterKeys } = DEFAULT_SETTINGS;
  return {
    card: { ...card, code: '26-001' },
    history,
    larder: { ...DEFAULT_SETTINGS, atBench: 'Tove' },
    learned: undefined,
    orders: Object.values(PROCEDURES),
    minutes: {},
    aged: undefined,
    gouges: {},
    trims: { standards: TUB_TRIM, own: {} },
    tested: false,
    warmAbove: '12 °C',
    cold: { key: 'cold', name: 'Cold room' },
    silverTo: 'discard',
    tubTares: {},
    kitMissing: [],
    tools: KIT,
    cautions: CAUTIONS,
    prices,
    household: { people, portion },
    edgeMinutes,
    letterKeys,
    weighs: null,
    standIn: true,
    demo: true,
    ...over
  };
}
