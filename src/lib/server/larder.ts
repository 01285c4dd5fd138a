import { join } from 'node:path';
import { env } from 'node:process';
import { may } from '$core/book';
import { Larder, type LarderOptions } from './db/client';
import { SimulatedScale, TEST_LINES } from '$lib/stand-in/simulated-scale';
import { LabelPrinter } from './devices/label-printer';
import { Plates } from './devices/plates';
import type { Scale } from './devices/scale';
import { AnimalRepository } from './repo/animals';
import { PhotoStore } from './files/photos';
import { Backups } from './archive/backups';
import { Restores } from './archive/restores';
import { BookRepository } from './repo/book';
import { Patience } from './doors/patience';
import { PeopleRepository } from './doors/people';
import { beyond } from './doors/reach';
import { CoverService } from './cover';
import { HangingService } from './hanging';
import { ReckonedFile } from './reckoned-file';
import { Logger } from './devices/logger';
import { DEMO_CLIMATE, SimulatedWeather } from './devices/simulated-weather';
import { ForecastRepository } from './repo/forecasts';
import { LoggerFileRepository } from './repo/logger-files';
import { MinutesRepository } from './repo/minutes';
import { PastRepository } from './repo/past';
import { PackRepository } from './repo/packs';
import { PartyRepository } from './repo/parties';
import { PlanRepository } from './repo/plans';
import { ProcedureRepository } from './repo/procedures';
import { ReadingRepository } from './repo/readings';
import { CutPlanRepository } from './repo/cut-plans';
import { SlicingRepository } from './repo/slicings';
import { RecipeRepository } from './repo/recipes';
import { RuleRepository } from './repo/rules';
import { sealLarder } from './repo/chain';
import { tellParent, type Tell } from './telling';
import { SettingsRepository } from './repo/settings';
import { endAside } from './work/aside';
import { StockRepository } from './repo/stock';
import { TraceGraphRepository } from './repo/trace-graph';
import { TraceRepository } from './repo/trace';

/** What the server works with: one larder, its repositories and its devices. */
export interface House {
  larder: Larder;
  book: BookRepository;
  animals: AnimalRepository;
  settings: SettingsRepository;
  procedures: ProcedureRepository;
  minutes: MinutesRepository;
  photos: PhotoStore;
  readings: ReadingRepository;
  loggerFiles: LoggerFileRepository;
  forecasts: ForecastRepository;
  plans: PlanRepository;
  trace: TraceRepository;
  /** The same as it is drawn. */
  traceGraph: TraceGraphRepository;
  parties: PartyRepository;
  rules: RuleRepository;
  /** Recipes of what is ground. */
  recipes: RecipeRepository;
  /** What is wanted of the meat, and what becomes of which muscle. */
  cutPlans: CutPlanRepository;
  slicings: SlicingRepository;
  /** What lies here. */
  stock: StockRepository;
  packs: PackRepository;
  /** Old lists of animals. */
  past: PastRepository;
  hanging: HangingService;
  /** What the probes have taught of rooms and coats. */
  cover: CoverService;
  weather: SimulatedWeather;
  logger: Logger;
  /** Whether the simulated scale, logger and weather may be used: in the demo, or where Settings ask for them. */
  standIns: () => Promise<boolean>;
  /** Who may come in, and how many tries they have. */
  people: PeopleRepository;
  patience: Patience;
  /** By which setting other devices reach this server; undefined where only its own machine does. */
  beyond: string | undefined;
  backups: Backups;
  restores: Restores;
  /** Keeps beside the larder what was reckoned, for the next start. */
  keepReckoned: () => void;
  scale: Scale;
  /** Labels go to a spool of pictures. */
  labelPrinter: LabelPrinter;
  /** The same scale as benches hear it: each thing on it numbered. */
  plates: Plates;
  demo: boolean;
}

/** Opens a larder and everything that stands on it. */
export async function openHouse(options: LarderOptions, demo = false, tell: Tell = () => {}): Promise<House> {
  tell('the database is opened', 0);
  const larder = await new Larder(options).open();
  try {
    return await furnished(larder, options, demo, tell);
  } catch (error) {
    // A damaged page may be met only by what reads on.
    throw larder.notOpened(error);
  }
}

async function furnished(larder: Larder, options: LarderOptions, demo: boolean, tell: Tell): Promise<House> {
  if (!options.readOnly) await sealLarder(larder);
  const settings = new SettingsRepository(larder);
  const rules = new RuleRepository(larder);
  const photos = new PhotoStore(join(options.folder, 'photos'), options.readOnly);
  const book = new BookRepository(
    larder,
    (version) => settings.read(version),
    Date.now,
    rules.follow,
    may,
    (file) => photos.has(file)
  );
  const animals = new AnimalRepository(larder, settings);
  const [readings, forecasts, plans] = [
    new ReadingRepository(larder),
    new ForecastRepository(larder),
    new PlanRepository(larder)
  ];
  const weather = new SimulatedWeather(7, demo ? DEMO_CLIMATE : {});
  const logger = new Logger(readings, weather);
  const scale = new SimulatedScale(env.LARDER_TEST_PACE === '1' ? TEST_LINES : undefined);
  const backups = new Backups(
    env.LARDER_BACKUPS ?? join(options.folder, 'backups'),
    { larder, photos, now: Date.now },
    () => settings.read()
  );
  const trace = new TraceRepository(larder);
  const cover = new CoverService(settings, animals, readings, forecasts);
  const reckonedFile = new ReckonedFile(options.folder, options.readOnly);
  const hanging = new HangingService(larder, settings, animals, readings, forecasts, plans, cover);
  const reckoned = reckonedFile.read();
  if (reckoned) hanging.takeUp(reckoned);
  if (reckoned?.fit) cover.takeUp(reckoned.fit);
  const opened: House = {
    larder,
    settings,
    photos,
    backups,
    restores: new Restores(options.folder),
    procedures: new ProcedureRepository(larder),
    minutes: new MinutesRepository(larder),
    book,
    animals,
    readings,
    loggerFiles: new LoggerFileRepository(larder),
    forecasts,
    plans,
    trace,
    traceGraph: new TraceGraphRepository(larder, trace),
    parties: new PartyRepository(larder),
    rules,
    recipes: new RecipeRepository(larder),
    cutPlans: new CutPlanRepository(larder),
    slicings: new SlicingRepository(larder),
    stock: new StockRepository(larder),
    packs: new PackRepository(larder),
    past: new PastRepository(larder, book),
    people: new PeopleRepository(larder),
    patience: new Patience(),
    beyond: beyond(env),
    cover,
    hanging,
    weather,
    logger,
    standIns: async () => demo || (await settings.read()).standIns,
    keepReckoned: () =>
      reckonedFile.write({
        curves: hanging.reckoned,
        ...(cover.learned ? { fit: cover.learned } : {})
      }),
    scale,
    labelPrinter: new LabelPrinter(env.LARDER_LABELS ?? join(options.folder, 'labels'), options.readOnly),
    plates: new Plates(scale),
    demo
  };
  // A larder of one's own never reads the code of the demo's season.
  if (demo) await (await import('./demo/furnish')).furnish(opened, Date.now(), tell);
  // Under test the air stays as the demo was made with it: nothing is reckoned anew for a minute that has passed.
  if (await opened.standIns()) await opened.logger.start(opened, { collects: env.LARDER_TEST_PACE !== '1' });
  return opened;
}

let opened: Promise<House> | undefined;

/** Which larder is opened, by the environment. */
export const optionsOf = (from: NodeJS.ProcessEnv): LarderOptions => ({
  folder: from.LARDER_DATA ?? './larder-data',
  url: from.DATABASE_URL,
  authToken: from.DATABASE_AUTH_TOKEN,
  readOnly: from.LARDER_READ_ONLY === '1',
  maxPages: from.LARDER_MAX_PAGES ? Number(from.LARDER_MAX_PAGES) : undefined
});

/** The house of this process; opened on the first call, by the environment. */
export function house(): Promise<House> {
  opened ??= openHouse(optionsOf(env), env.LARDER_DEMO === '1', tellParent).then(async (made) => {
    // From the sources somebody waits for a first page: there windows come after it.
    if (made.demo && env.LARDER_READ_ONLY !== '1' && env.NODE_ENV !== 'development') await reckonFirst(made);
    if (!made.demo && env.LARDER_READ_ONLY !== '1') made.backups.start();
    return made;
  });
  return opened;
}

/** A demo that is new reckons its windows before anybody looks, and keeps them for its next start. */
async function reckonFirst({ hanging, cover, animals, keepReckoned }: House): Promise<void> {
  if (hanging.reckoned.length > 0) return;
  tellParent('films and coats are learned from the probes', 0.8);
  await cover.look();
  const cards = (
    await Promise.all((['field', 'hanging', 'bench'] as const).map((work) => animals.at(work, 60)))
  ).flat();
  for (const [i, card] of cards.entries()) {
    tellParent('windows of what hangs are calculated', 0.85 + (0.15 * i) / cards.length);
    await hanging.all([card]);
  }
  keepReckoned();
}

/** The same, once what goes on behind the pages is at its end. */
export async function leaveHouse(): Promise<void> {
  const open = await opened?.catch(() => undefined);
  await open?.hanging.settled();
  await open?.cover.settled();
  open?.backups.stop();
  await open?.backups.settled();
  await closeHouse();
}

/** Closes what {@link house} opened. */
export async function closeHouse(): Promise<void> {
  const open = await opened?.catch(() => undefined);
  opened = undefined;
  endAside();
  open?.scale.close();
  open?.logger.stop();
  open?.backups.stop();
  open?.keepReckoned();
  open?.larder.close();
}
