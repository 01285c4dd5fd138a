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

/** What each kind is called in the other languages of a label. */
const SPECIES_NAMES: Readonly<Record<SpeciesKey, { de: string; fr: string }>> = {
  roe: { de: 'Reh', fr: 'chevreuil' },
  whitetail: { de: 'Weißwedelhirsch', fr: 'cerf de Virginie' },
  muledeer: { de: 'Maultierhirsch', fr: 'cerf mulet' },
  fallow: { de: 'Damwild', fr: 'daim' },
  sika: { de: 'Sikawild', fr: 'cerf sika' },
  reddeer: { de: 'Rotwild', fr: 'cerf élaphe' },
  elk: { de: 'Wapiti', fr: 'wapiti' },
  moose: { de: 'Elch', fr: 'élan' },
  reindeer: { de: 'Rentier', fr: 'renne' },
  pronghorn: { de: 'Gabelbock', fr: 'antilope d’Amérique' },
  boar: { de: 'Wildschwein', fr: 'sanglier' },
  rabbit: { de: 'Wildkaninchen', fr: 'lapin de garenne' },
  hare: { de: 'Hase', fr: 'lièvre' },
  squirrel: { de: 'Eichhörnchen', fr: 'écureuil' },
  pheasant: { de: 'Fasan', fr: 'faisan' },
  partridge: { de: 'Rebhuhn', fr: 'perdrix' },
  grouse: { de: 'Raufußhuhn', fr: 'grouse' },
  woodpigeon: { de: 'Ringeltaube', fr: 'pigeon ramier' },
  duck: { de: 'Wildente', fr: 'canard sauvage' },
  goose: { de: 'Wildgans', fr: 'oie sauvage' },
  turkey: { de: 'Wildtruthuhn', fr: 'dindon sauvage' }
};
const named = (of: (key: SpeciesKey) => string) =>
  Object.fromEntries(SPECIES_KEYS.map((key) => [key, of(key)])) as Record<SpeciesKey, string>;

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
    species: named((key) => SPECIES[key].name.toLowerCase()),
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
    species: named((key) => SPECIES_NAMES[key].de),
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
    species: named((key) => SPECIES_NAMES[key].fr),
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
