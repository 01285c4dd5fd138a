import {
  HOLD_NAMES,
  SPECIES,
  SPECIES_KEYS,
  type HoldReason,
  type LabelLanguage,
  type SpeciesKey
} from '$core/reference';
import { under } from '$core/units';
import { COOK_WORDS, type CookWords } from './label';

/** What stands on a label beside names and figures, in one language. It never says that something is safe. */
export interface LabelWords {
  /** How its days are written. */
  locale: string;
  killed: (day: string) => string;
  packed: (day: string) => string;
  bestBy: (day: string, degrees: string) => string;
  contains: (what: string) => string;
  /** The banner over everything else. */
  held: (why: string) => string;
  forWhom: (name: string) => string;
  tag: (tag: string) => string;
  animals: (count: number, kinds: string) => string;
  pack: string;
  cook: CookWords;
  holds: Readonly<Record<HoldReason | 'condemned', string>>;
  species: Readonly<Record<SpeciesKey, string>>;
  /** Names of cuts by their keys; those that are not here stand as the larder names them. */
  cuts: Readonly<Partial<Record<string, string>>>;
}

const named = (keys: readonly SpeciesKey[], names: readonly string[]) =>
  Object.fromEntries(keys.map((key, i) => [key, names[i] ?? SPECIES[key].name])) as Record<
    SpeciesKey,
    string
  >;

/** In the order of the species. */
const GERMAN =
  'Reh, Weißwedelhirsch, Maultierhirsch, Damwild, Sikawild, Rotwild, Wapiti, Elch, Rentier, Gabelbock, Wildschwein, Wildkaninchen, Hase, Eichhörnchen, Fasan, Rebhuhn, Raufußhuhn, Ringeltaube, Wildente, Wildgans, Wildtruthuhn';
const FRENCH =
  'chevreuil, cerf de Virginie, cerf mulet, daim, cerf sika, cerf élaphe, wapiti, élan, renne, antilope d’Amérique, sanglier, lapin de garenne, lièvre, écureuil, faisan, perdrix, grouse, pigeon ramier, canard sauvage, oie sauvage, dindon sauvage';

export const LABEL_WORDS: Readonly<Record<LabelLanguage, LabelWords>> = {
  en: {
    locale: 'en-GB',
    killed: (day) => `killed ${day}`,
    packed: (day) => `packed ${day}`,
    bestBy: (day, degrees) => `best by ${day} at ${degrees}`,
    contains: (what) => `Contains ${what}`,
    held: (why) => `HELD: ${why}. Not to be eaten or given.`,
    forWhom: (name) => `for ${name}`,
    tag: (tag) => `tag ${tag}`,
    animals: (count, kinds) => `${count} animals: ${kinds}`,
    pack: 'Pack',
    cook: COOK_WORDS,
    holds: { ...HOLD_NAMES, condemned: 'condemned' },
    species: named(
      SPECIES_KEYS,
      SPECIES_KEYS.map((key) => SPECIES[key].name.toLowerCase())
    ),
    cuts: {}
  },
  de: {
    locale: 'de-DE',
    killed: (day) => `erlegt ${day}`,
    packed: (day) => `verpackt ${day}`,
    bestBy: (day, degrees) => `am besten bis ${day} bei ${degrees}`,
    contains: (what) => `Enthält: ${what}`,
    held: (why) => `ZURÜCKGEHALTEN: ${why}. Nicht essen, nicht weitergeben.`,
    forWhom: (name) => `für ${name}`,
    tag: (tag) => `Marke ${tag}`,
    animals: (count, kinds) => `${count} Tiere: ${kinds}`,
    pack: 'Packung',
    cook: {
      through: (t) => `Durchgaren: ${t} in der Mitte, nie rosa.`,
      heat: (t) => `Durcherhitzen: ${t} in der Mitte.`
    },
    holds: {
      gate: 'vor dem Öffnen angehalten',
      test: 'Untersuchung steht aus',
      inspection: 'wartet auf die Beschau',
      proofOfSex: 'Geschlechtsnachweis noch daran',
      consent: 'Zustimmung des Eigentümers fehlt',
      recall: 'zurückgerufen',
      condemned: 'untauglich'
    },
    species: named(SPECIES_KEYS, GERMAN.split(', ')),
    cuts: {
      topRound: 'Oberschale',
      bottomRound: 'Unterschale',
      eyeRound: 'Rolle',
      tipCore: 'Nuss',
      tipSide: 'Nuss, Seite',
      topSirloin: 'Hüfte',
      triTip: 'Bürgermeisterstück',
      hindShank: 'Hinterhaxe',
      foreShank: 'Vorderhaxe',
      flatIron: 'Schaufelstück',
      mockTender: 'Falsches Filet',
      armRoast: 'Dickes Bugstück',
      strap: 'Rücken, ausgelöst',
      tenderloin: 'Filet',
      neckRoast: 'Hals, ausgelöst',
      flankFlap: 'Bauchlappen',
      ribMeat: 'Rippenfleisch',
      brisket: 'Brust',
      backFat: 'Rückenspeck',
      breast: 'Brust',
      thigh: 'Keule',
      drumstick: 'Unterschenkel',
      wing: 'Flügel',
      rabbitHind: 'Hinterlauf',
      rabbitFore: 'Vorderlauf'
    }
  },
  fr: {
    locale: 'fr-FR',
    killed: (day) => `tué le ${day}`,
    packed: (day) => `emballé le ${day}`,
    bestBy: (day, degrees) => `de préférence avant le ${day} à ${degrees}`,
    contains: (what) => `Contient : ${what}`,
    held: (why) => `RETENU : ${why}. Ne pas manger, ne pas donner.`,
    forWhom: (name) => `pour ${name}`,
    tag: (tag) => `bracelet ${tag}`,
    animals: (count, kinds) => `${count} animaux : ${kinds}`,
    pack: 'Paquet',
    cook: {
      through: (t) => `Bien cuire : ${t} à cœur, jamais rosé.`,
      heat: (t) => `Bien réchauffer : ${t} à cœur.`
    },
    holds: {
      gate: 'arrêté avant l’ouverture',
      test: 'analyse en attente',
      inspection: 'attend l’inspection',
      proofOfSex: 'preuve du sexe attachée',
      consent: 'accord du propriétaire attendu',
      recall: 'rappelé',
      condemned: 'impropre'
    },
    species: named(SPECIES_KEYS, FRENCH.split(', ')),
    cuts: {
      topRound: 'Tende de tranche',
      bottomRound: 'Gîte à la noix',
      eyeRound: 'Rond de gîte',
      tipCore: 'Noix',
      tipSide: 'Tranche grasse',
      topSirloin: 'Rumsteck',
      triTip: 'Aiguillette baronne',
      hindShank: 'Jarret arrière',
      foreShank: 'Jarret avant',
      flatIron: 'Paleron',
      mockTender: 'Jumeau',
      armRoast: 'Macreuse',
      strap: 'Filet de dos',
      tenderloin: 'Filet mignon',
      neckRoast: 'Collier désossé',
      flankFlap: 'Bavette',
      ribMeat: 'Chair des côtes',
      brisket: 'Poitrine',
      backFat: 'Bardière',
      breast: 'Filet de poitrine',
      thigh: 'Cuisse',
      drumstick: 'Pilon',
      wing: 'Aile',
      rabbitHind: 'Cuisse arrière',
      rabbitFore: 'Épaule'
    }
  }
};

/** Why something is held, in a language; a reason that has no name stands as it is. */
export const heldIn = (words: LabelWords, why: string): string =>
  under(words.holds as Record<string, string>, why) ?? why;
