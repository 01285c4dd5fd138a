import { describe, expect, it } from 'vitest';
import { CUTS, HOLD_NAMES, LABEL_LANGUAGES, SPECIES_KEYS, cutOf } from '$core/reference';
import { DEFAULT_SETTINGS } from '$core/settings';
import { formatter } from './formatter';
import { cookWords, heldWords } from './label';
import { LABEL_WORDS, heldIn } from './label-language';

const format = formatter(DEFAULT_SETTINGS);
const inFahrenheit = formatter({ ...DEFAULT_SETTINGS, degrees: 'F' });

describe('how a pack is cooked', () => {
  it.each([
    ['mince of deer', { species: ['roe'], batch: 'mince', class: 'G' }, '71 °C'],
    ['mince with a bird in it', { species: ['roe', 'duck'], batch: 'mince', class: 'G' }, '74 °C'],
    ['trim of boar', { species: ['boar'], class: 'G' }, '71 °C'],
    ['a cooked dish', { species: ['roe'], batch: 'cooked', class: 'S' }, '74 °C'],
    ['stock', { species: ['roe'], batch: 'stock', class: 'K' }, '74 °C']
  ] as const)('%s: through, by its hottest kind', (_, pack, degrees) => {
    expect(cookWords(pack, format)).toContain(degrees);
  });
  it('of jerky and fat needs no word; of a muscle it is the first way of its kitchen card', () => {
    expect(cookWords({ species: ['roe'], batch: 'jerky', class: 'J' }, format)).toBe('');
    expect(cookWords({ species: ['boar'], batch: 'rendered', class: 'F' }, format)).toBe('');
    const strap = cookWords({ cut: 'strap', species: ['roe'], class: 'P' }, format);
    expect(strap).toMatch(/middle .*°C/);
    expect(strap).not.toContain('never pink');
    // The same muscle ground is cooked through.
    expect(cookWords({ cut: 'strap', species: ['roe'], class: 'G' }, format)).toContain('never pink');
  });
  it('is never told to be pink for boar, birds of the water or rabbit, by whatever card', () => {
    for (const species of ['boar', 'rabbit', 'hare'] as const)
      for (const cut of Object.keys(CUTS))
        if (cutOf(cut)?.groups.includes('boar') || cutOf(cut)?.groups.includes('rabbit'))
          expect(cookWords({ cut, species: [species], class: 'P' }, format).toLowerCase()).not.toMatch(
            /\brare\b|\bpink\b(?<!never pink)/
          );
  });
  it('is told in the degrees that are chosen, and in another language always through', () => {
    expect(cookWords({ species: ['roe'], class: 'G' }, inFahrenheit)).toContain('160 °F');
    for (const language of ['de', 'fr'] as const) {
      const words = cookWords(
        { cut: 'strap', species: ['roe'], class: 'P' },
        format,
        LABEL_WORDS[language].cook
      );
      expect(words).toContain('71 °C');
      expect(words).not.toMatch(/[Cc]ook|middle/);
    }
  });
});

describe('words of labels', () => {
  it('name every kind and every reason of a hold, in each language, and promise nothing', () => {
    for (const language of LABEL_LANGUAGES) {
      const words = LABEL_WORDS[language];
      for (const key of SPECIES_KEYS) expect(words.species[key].trim()).not.toBe('');
      expect(new Set(Object.values(words.species)).size).toBe(SPECIES_KEYS.length);
      for (const why of [...Object.keys(HOLD_NAMES), 'condemned']) {
        const said = heldIn(words, why);
        expect(said).not.toBe('');
        if (language !== 'en' && why !== 'condemned') expect(said).not.toBe(why);
        expect(words.held(said).toUpperCase()).toMatch(/^(HELD|ZURÜCKGEHALTEN|RETENU)/);
      }
      const all = JSON.stringify(words).toLowerCase();
      expect(all).not.toMatch(/\bsafe|harmless|guarantee|sicher|unbedenklich|garantie|sans risque/);
    }
  });
  it('of cuts are names of cuts that there are, another for each within a kind', () => {
    for (const language of LABEL_LANGUAGES)
      for (const key of Object.keys(LABEL_WORDS[language].cuts)) expect(cutOf(key), key).toBeDefined();
    expect(heldWords('test')).toBe(HOLD_NAMES.test);
    expect(heldWords('condemned')).toBe('condemned');
    expect(heldWords('toString')).toBe('toString');
  });
});
