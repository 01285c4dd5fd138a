import { animalName } from '$core/reference';
import { csvOf } from '$lib/server/files/csv';
import { api } from '$lib/server/http/api';
import { exported } from '$lib/server/http/whole';
import type { AnimalRepository } from '$lib/server/repo/animals';

const COLUMNS = [
  'code',
  'id',
  'season',
  'name',
  'species',
  'sex',
  'ageClass',
  'tag',
  'owner',
  'place',
  'placement',
  'work',
  'base_g',
  'hanging_g',
  'boneless_g',
  'take_home_g',
  'still_on_g',
  'expected_low_g',
  'expected_high_g'
];

async function* rows(animals: AnimalRepository): AsyncGenerator<string> {
  yield csvOf([COLUMNS]);
  for (let offset = 0; ; offset += 500) {
    const page = await animals.list({ limit: 500, offset });
    if (page.length === 0) return;
    const lines = page.map((c) => [
      c.code,
      c.id,
      c.season,
      animalName(c.facts),
      c.facts.species,
      c.facts.sex,
      c.facts.ageClass,
      c.facts.tag ?? '',
      c.facts.owner ?? '',
      c.facts.place ?? '',
      c.facts.placement ?? '',
      c.work,
      c.base,
      c.hanging ?? '',
      c.boneless,
      c.takeHome,
      c.stillOn,
      c.expectedLow === null ? '' : Math.round(c.expectedLow),
      c.expectedHigh === null ? '' : Math.round(c.expectedHigh)
    ]);
    yield csvOf(lines);
  }
}

export const GET = api((event, { animals }) =>
  exported(event, rows(animals), 'text/csv; charset=utf-8', 'animals.csv')
);
