import type { Larder } from './kit';

/** A code of each kind of animal in the demo. */
export const codes = async (larder: Pick<Larder, 'url'>) => {
  const { animals } = (await (await fetch(`${larder.url}/api/v1/animals`)).json()) as {
    animals: { code: string; work: string; name: string; place: string | null }[];
  };
  const of = (work: string) =>
    animals.find((a) => a.work === work && a.place !== 'field' && !/duck|boar|pheasant/i.test(a.name))
      ?.code ?? '';
  const field = animals.find((a) => a.place === 'field')?.code ?? '';
  const held = animals.find((a) => a.name === 'Boar sow')?.code ?? '';
  return { hanging: of('hanging'), bench: of('bench'), done: of('done'), held, field };
};

/** Every screen there is, by its name. */
export async function screens(larder: Pick<Larder, 'url'>): Promise<[string, string][]> {
  const { hanging, bench, done, held, field } = await codes(larder);
  return [
    ['rail', '/'],
    ['weigh in', '/weigh-in'],
    ['field', '/field'],
    ['hanging room', '/hanging'],
    ['air', '/hanging/air'],
    ['cooling', `/animals/${hanging}/cooling`],
    ['cooling in the field', `/animals/${field}/cooling`],
    ['carrying it out', `/animals/${field}/carry`],
    ['rule cards', '/rules'],
    ['holds', '/holds'],
    ['bench start', '/bench'],
    ['bench', `/bench/${bench}`],
    ['practice', '/practice'],
    ['held bench', `/bench/${held}`],
    ['held animal', `/animals/${held}`],
    ['learned', '/learned'],
    ['learned-cooling', '/learned/cooling'],
    ['orders of work', '/ways'],
    ['an order of work', '/ways/F1'],
    ['two orders side by side', '/ways/side-by-side?a=Q1&b=Q3-half'],
    ['the room', '/ways/B0'],
    ['an order of one’s own', '/ways/S1/edit'],
    ['sheet to type in', `/animals/${hanging}/quick`],
    ['bench, whole carcass', `/bench/${hanging}`],
    ['animal, closed', `/animals/${done}`],
    ['animal, hanging', `/animals/${hanging}`],
    ['plan', '/plan'],
    ['slice', '/slice'],
    ['grind', '/grind'],
    ['dry and cook', '/cook'],
    ['wrap', '/wrap'],
    ['cold store', '/store'],
    ['trace', '/trace'],
    ['a trace', `/trace?of=${done}`],
    ['worth', '/worth'],
    ['book', '/book?audit=1'],
    ['all animals', '/animals'],
    ['words', '/words'],
    ['kitchen', '/kitchen'],
    ['a kitchen card', '/kitchen/topRound'],
    ['inside', `/animals/${hanging}/inside`],
    ['settings', '/settings'],
    ['who may come in', '/people'],
    ['the larder’s address', '/settings/address'],
    ['kept on this device', '/kept'],
    ['an old list', '/animals/past'],
    ['nothing here', '/animals/99-999']
  ];
}
