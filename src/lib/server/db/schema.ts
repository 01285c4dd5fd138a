import { sql } from 'drizzle-orm';
import { index, integer, primaryKey, real, sqliteTable, text, uniqueIndex } from 'drizzle-orm/sqlite-core';

/** The book itself. Append only: triggers refuse updates and deletes. */
export const entries = sqliteTable(
  'entries',
  {
    /** The order of the book. */
    seq: integer('seq').primaryKey({ autoIncrement: true }),
    id: text('id').notNull(),
    /** When it happened, by the one who booked it; milliseconds since the epoch. */
    at: integer('at').notNull(),
    /** What the device's clock said, where it differed from the larder's. */
    deviceAt: integer('device_at'),
    hand: text('hand').notNull(),
    device: text('device').notNull(),
    kind: text('kind').notNull(),
    /** The animal or pool that it speaks of. */
    subject: text('subject').notNull(),
    /** Canonical JSON of the intent. */
    intent: text('intent').notNull(),
    /** The house it was booked in; null where there is only one. */
    site: text('site'),
    /** The animal's code, on the entry that gave it. */
    code: text('code'),
    /** The season of that code. */
    season: integer('season'),
    /** SHA-256 over the hash before and the entry's own line; null only until a larder of before has been sealed. */
    hash: text('hash')
  },
  (t) => [uniqueIndex('entries_id').on(t.id), index('entries_kind').on(t.kind, t.seq)]
);

/** Signed grams of an entry on an item. Append only. */
export const postings = sqliteTable(
  'postings',
  {
    seq: integer('seq')
      .notNull()
      .references(() => entries.seq),
    line: integer('line').notNull(),
    item: text('item').notNull(),
    grams: integer('grams').notNull(),
    class: text('class').notNull(),
    count: integer('count'),
    /** Whose gram it is; null where it is the animal's that the entry speaks of. */
    origin: text('origin')
  },
  (t) => [primaryKey({ columns: [t.seq, t.line] })]
);

/** Subjects that an entry reads or changes: the one it speaks of, by a trigger, and those it takes from. */
export const entrySubjects = sqliteTable(
  'entry_subjects',
  {
    subject: text('subject').notNull(),
    seq: integer('seq')
      .notNull()
      .references(() => entries.seq)
  },
  (t) => [primaryKey({ columns: [t.subject, t.seq] }), index('entry_subjects_seq').on(t.seq)]
);

/* Projections: written by the one function that books an entry, rebuilt by one command. */

/** An animal as its entries have made it, with the figures that lists ask for. */
export const animals = sqliteTable(
  'animals',
  {
    id: text('id').primaryKey(),
    code: text('code').notNull(),
    season: integer('season').notNull(),
    /** The number in its code; codes sort as numbers, past 999 too. */
    number: integer('number').notNull(),
    tag: text('tag'),
    species: text('species').notNull(),
    owner: text('owner'),
    /** Number of its newest entry. */
    lastSeq: integer('last_seq').notNull(),
    firstAt: integer('first_at').notNull(),
    lastAt: integer('last_at').notNull(),
    /** hanging, bench or done. */
    work: text('work').notNull(),
    /** Why it is held back, or `condemned`. */
    held: text('held'),
    /** JSON: facts, marks and holds. */
    record: text('record').notNull(),
    /** JSON: the beam as drawn in lists. */
    beam: text('beam').notNull(),
    base: integer('base').notNull(),
    hanging: integer('hanging'),
    /** Hanging grams as read, or modelled from what was; what a season's larder did not say it says after a rebuild. */
    likely: integer('likely'),
    /** Animals of a lot that are here. */
    count: integer('count'),
    /** 0 where it came in parts. */
    whole: integer('whole'),
    /** Where it was last taken: `field`, or a room’s key; nobody may have said. */
    place: text('place'),
    boneless: integer('boneless').notNull(),
    pets: integer('pets').notNull(),
    takeHome: integer('take_home').notNull(),
    bloodshot: integer('bloodshot').notNull(),
    unaccounted: integer('unaccounted').notNull(),
    unaccountedAbs: integer('unaccounted_abs').notNull(),
    /** Expected boneless in grams, to set a season's sum against. */
    expectedLow: real('expected_low'),
    expectedHigh: real('expected_high'),
    /** What a closed animal says of its species: clean ratio less the default. */
    residual: real('residual'),
    /** JSON: what its parts say, logit residuals by part. */
    shares: text('shares'),
    /** JSON: grams by what a shop would sell them as. */
    byUse: text('by_use').notNull()
  },
  (t) => [
    uniqueIndex('animals_code').on(t.code),
    index('animals_season').on(t.season, t.number),
    index('animals_touched').on(t.season, t.lastSeq),
    index('animals_tag').on(t.tag, t.season),
    index('animals_residual').on(t.species, t.residual),
    index('animals_work').on(t.work, t.lastAt),
    // Counted on every page: an index that holds all that is asked, so that no record is read for it.
    index('animals_stations').on(t.work, t.place),
    index('animals_held')
      .on(t.lastAt)
      .where(sql`held is not null`)
  ]
);

/** Batches, store lots and machines. */
export const pools = sqliteTable('pools', {
  id: text('id').primaryKey(),
  kind: text('kind').notNull(),
  what: text('what').notNull(),
  /** Number of its newest entry. */
  lastSeq: integer('last_seq').notNull(),
  firstAt: integer('first_at').notNull(),
  lastAt: integer('last_at').notNull(),
  /** Why it is itself held back, or `condemned`; what its origins say is not here. */
  held: text('held'),
  /** JSON: the pool as core knows it. */
  record: text('record').notNull()
});

/** What belongs to pools, by whose grams it is: balances with one more column. */
export const origins = sqliteTable(
  'origins',
  {
    item: text('item').notNull(),
    origin: text('origin').notNull(),
    class: text('class').notNull(),
    owner: text('owner').notNull(),
    grams: integer('grams').notNull()
  },
  (t) => [
    primaryKey({ columns: [t.item, t.origin, t.class] }),
    index('origins_owner').on(t.owner),
    index('origins_origin').on(t.origin, t.item)
  ]
);

/** What went where by the entries that stand. */
export const flows = sqliteTable(
  'flows',
  {
    seq: integer('seq').notNull(),
    line: integer('line').notNull(),
    from: text('from_item').notNull(),
    to: text('to_item').notNull(),
    origin: text('origin').notNull(),
    class: text('class').notNull(),
    grams: integer('grams').notNull()
  },
  (t) => [
    primaryKey({ columns: [t.seq, t.line] }),
    index('flows_from').on(t.from, t.seq),
    index('flows_to').on(t.to, t.seq)
  ]
);

export const items = sqliteTable(
  'items',
  {
    id: text('id').primaryKey(),
    /** The animal or pool whose it is. */
    owner: text('owner').notNull(),
    kind: text('kind').notNull(),
    /** JSON: the item as core knows it. */
    record: text('record').notNull()
  },
  // What a short code on a label leads to.
  (t) => [
    index('items_owner').on(t.owner),
    index('items_tail').on(sql`substr(id, -10)`),
    // Seals that were looked at, by what made them: the list of a station, not all of the book.
    index('items_sealed')
      .on(sql`json_extract(record, '$.sealer')`, sql`json_extract(record, '$.seal.leaks')`)
      .where(sql`json_extract(record, '$.seal') is not null`)
  ]
);

export const balances = sqliteTable(
  'balances',
  {
    item: text('item').notNull(),
    class: text('class').notNull(),
    owner: text('owner').notNull(),
    grams: integer('grams').notNull(),
    count: integer('count')
  },
  (t) => [primaryKey({ columns: [t.item, t.class] }), index('balances_owner').on(t.owner)]
);

/**
 * What lies here now: pieces, packs, loose meat of a tub, batches, what was bought, what is left in a machine. A row goes
 * with its last gram, so that pages ask a store's worth of rows and never a book's.
 */
export const stock = sqliteTable(
  'stock',
  {
    item: text('item').primaryKey(),
    owner: text('owner').notNull(),
    kind: text('kind').notNull(),
    grams: integer('grams').notNull(),
    /** The letter most of it carries. */
    class: text('class').notNull(),
    /** Where it lies: `tub:<key>`, `at:<place>`, `shelf:<name>` or `person:<name>`; null where nobody has said. */
    place: text('place'),
    /** What it is called: a pack's own words, else the cut. */
    what: text('what'),
    cut: text('cut'),
    packedAt: integer('packed_at'),
    thawedAt: integer('thawed_at')
  },
  (t) => [
    index('stock_kind').on(t.kind, t.packedAt),
    index('stock_owner').on(t.owner),
    // Counted on the cold store's page: an index that holds all that is asked.
    index('stock_place').on(t.kind, t.place, t.class, t.grams),
    index('stock_in').on(t.place)
  ]
);

/** Whoever meat goes to or comes back from: people, houses, laboratories. A name is only what they are called now. */
export const parties = sqliteTable('parties', {
  id: text('id').primaryKey(),
  name: text('name').notNull()
});

/** Every name that a party was ever called by in the book. */
export const partyNames = sqliteTable(
  'party_names',
  {
    name: text('name').primaryKey(),
    party: text('party')
      .notNull()
      .references(() => parties.id)
  },
  (t) => [index('party_names_party').on(t.party)]
);

/** Running number of animals by season, so that a code is never given twice. */
export const seasons = sqliteTable('seasons', {
  season: integer('season').primaryKey(),
  number: integer('number').notNull()
});

/** Orders of work of the larder's own making: JSON as core reads it. */
export const procedures = sqliteTable('procedures', {
  key: text('key').primaryKey(),
  value: text('value').notNull()
});

/** Recipes of the larder's own, every version that was ever kept: JSON as core reads it. */
export const recipes = sqliteTable(
  'recipes',
  {
    key: text('key').notNull(),
    version: integer('version').notNull(),
    value: text('value').notNull(),
    /** 1 once it is taken out of the list. */
    gone: integer('gone').notNull().default(0)
  },
  (t) => [primaryKey({ columns: [t.key, t.version] })]
);

/* Wishes and cut plans are no part of the book: nothing is cut by them. */

/** What households and guests want of the meat: JSON as core reads it. */
export const wishes = sqliteTable('wishes', {
  id: text('id').primaryKey(),
  value: text('value').notNull()
});

/** Plans of what becomes of which muscle: JSON as core reads it. */
export const cutPlans = sqliteTable('cut_plans', {
  id: text('id').primaryKey(),
  at: integer('at').notNull(),
  value: text('value').notNull()
});

/** Which animals a plan is of: the newest of an animal’s is in force. */
export const cutPlanAnimals = sqliteTable(
  'cut_plan_animals',
  {
    animal: text('animal').notNull(),
    plan: text('plan')
      .notNull()
      .references(() => cutPlans.id, { onDelete: 'cascade' }),
    at: integer('at').notNull()
  },
  (t) => [primaryKey({ columns: [t.animal, t.plan] })]
);

/** Pieces that were sliced: what was asked and what they weighed, JSON as core reads it. */
export const slicings = sqliteTable(
  'slicings',
  {
    id: text('id').primaryKey(),
    animal: text('animal').notNull(),
    at: integer('at').notNull(),
    value: text('value').notNull()
  },
  (t) => [index('slicings_animal').on(t.animal, t.at)]
);

/* Readings are no part of the book: what a probe says moves no mass. */

/** What was read of a place: `room:<key>` or `animal:<id>`. Hundredths of a degree, thousandths of humidity. */
export const readings = sqliteTable(
  'readings',
  {
    place: text('place').notNull(),
    at: integer('at').notNull(),
    /** Name of the probe; `hand` where somebody read the door. */
    probe: text('probe').notNull(),
    air: integer('air'),
    core: integer('core'),
    rh: integer('rh')
  },
  (t) => [primaryKey({ columns: [t.place, t.at, t.probe] })]
);

/** The same summed up by the hour, so that a season of minutes is never read whole. */
export const readingHours = sqliteTable(
  'reading_hours',
  {
    place: text('place').notNull(),
    /** Whole hours since the epoch. */
    hour: integer('hour').notNull(),
    n: integer('n').notNull(),
    /** Sum of milliseconds into the hour. */
    offsets: integer('offsets').notNull(),
    airN: integer('air_n').notNull(),
    airSum: integer('air_sum').notNull(),
    airMin: integer('air_min'),
    airMax: integer('air_max'),
    coreN: integer('core_n').notNull(),
    coreSum: integer('core_sum').notNull(),
    rhN: integer('rh_n').notNull(),
    rhSum: integer('rh_sum').notNull()
  },
  (t) => [primaryKey({ columns: [t.place, t.hour] })]
);

/** Files of loggers as they came, by what is in them and the place they were read in: what was made of one can be looked at again. */
export const loggerFiles = sqliteTable(
  'logger_files',
  {
    sha256: text('sha256').notNull(),
    place: text('place').notNull(),
    name: text('name').notNull(),
    /** When it was taken in; milliseconds since the epoch. */
    at: integer('at').notNull(),
    /** Bytes as it came, and readings it gave. */
    size: integer('size').notNull(),
    readings: integer('readings').notNull(),
    /** The bytes, gzipped, in base64. */
    body: text('body').notNull()
  },
  (t) => [primaryKey({ columns: [t.sha256, t.place] })]
);

/** What is forecast for the air outside, by moment; the newest word stands. */
export const forecasts = sqliteTable('forecasts', {
  at: integer('at').primaryKey(),
  air: integer('air').notNull(),
  rh: integer('rh'),
  /** Wind, tenths of a metre a second; null where it was not said. */
  wind: integer('wind'),
  source: text('source').notNull()
});

/** What is planned for an animal while it cools: JSON, not in the book before it is done. */
export const coolingPlans = sqliteTable('cooling_plans', {
  animal: text('animal').primaryKey(),
  value: text('value').notNull()
});

/** The larder's own rule cards: JSON as core reads it. */
export const ruleCards = sqliteTable('rule_cards', {
  key: text('key').primaryKey(),
  value: text('value').notNull()
});

/** Choices of the larder: one row a key, JSON. */
export const settings = sqliteTable('settings', {
  key: text('key').primaryKey(),
  value: text('value').notNull(),
  /** How often it has been said. */
  version: integer('version').notNull().default(1)
});

/** What is kept beside the book and changes by itself. */
export const SCOPES = ['settings', 'rules', 'readings', 'forecasts', 'plans', 'parties'] as const;

/** How often what is kept beside the book has changed, by scope: what anybody has read of it is good for one number. */
export const versions = sqliteTable('versions', {
  scope: text('scope').primaryKey(),
  number: integer('number').notNull()
});

/* Seals: what stands beside the book is counted row by row, so that a change past the program is named. */

/** Rows that were changed and are not sealed yet: triggers note them, and whoever has changed them seals them before it is done. */
export const unsealed = sqliteTable(
  'unsealed',
  { scope: text('scope').notNull(), key: text('key').notNull() },
  (t) => [primaryKey({ columns: [t.scope, t.key] })]
);

/** SHA-256 of what stands under a key of a table. */
export const seals = sqliteTable(
  'seals',
  { scope: text('scope').notNull(), key: text('key').notNull(), hash: text('hash').notNull() },
  (t) => [primaryKey({ columns: [t.scope, t.key] })]
);

/** All seals of a table in one figure. */
export const sealSums = sqliteTable('seal_sums', {
  scope: text('scope').primaryKey(),
  sum: text('sum').notNull()
});

/** How the seals and the book stood at a moment; each link holds the hash of the one before. */
export const sealLinks = sqliteTable('seal_links', {
  seq: integer('seq').primaryKey(),
  at: integer('at').notNull(),
  digest: text('digest').notNull(),
  /** Number and hash of the newest entry. */
  entry: integer('entry').notNull(),
  book: text('book').notNull(),
  hash: text('hash').notNull(),
  /** 1 once its code was given to somebody. */
  shown: integer('shown').notNull().default(0)
});

/* Who may come in, where the larder asks. Of this larder alone: neither backups nor exports have it. */

/** Somebody who may sign in. */
export const people = sqliteTable(
  'people',
  {
    id: text('id').primaryKey(),
    /** What they sign the book with. */
    name: text('name').notNull(),
    /** The same without regard to capitals: two that differ by those alone would be one to a reader. */
    key: text('key').notNull(),
    role: text('role').notNull(),
    /** Argon2id of the password, in PHC form. */
    password: text('password').notNull(),
    /** When the password was last changed; milliseconds since the epoch. */
    changedAt: integer('changed_at').notNull(),
    /** 1 while the password is one that was made for them: it opens nothing but the page that changes it. */
    made: integer('made').notNull()
  },
  (t) => [uniqueIndex('people_key').on(t.key)]
);

/** A browser that somebody is signed in at. */
export const visits = sqliteTable(
  'visits',
  {
    /** SHA-256 of what the browser holds. */
    id: text('id').primaryKey(),
    person: text('person').notNull(),
    madeAt: integer('made_at').notNull(),
    seenAt: integer('seen_at').notNull()
  },
  (t) => [index('visits_person').on(t.person)]
);

/** Who may sign in at a device with a few figures, once they have signed in there with their password. */
export const pins = sqliteTable(
  'pins',
  {
    /** SHA-256 of what the device holds. */
    device: text('device').notNull(),
    person: text('person').notNull(),
    /** Argon2id of the figures, in PHC form. */
    pin: text('pin').notNull(),
    /** Wrong tries since the last right one. */
    wrong: integer('wrong').notNull().default(0),
    seenAt: integer('seen_at').notNull()
  },
  (t) => [primaryKey({ columns: [t.device, t.person] }), index('pins_person').on(t.person)]
);
