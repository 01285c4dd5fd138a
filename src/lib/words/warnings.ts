import type { CoolOutcome, FaceKey, HangingWindow, Level, WarningKey } from '$core/chill';
import { BONE_SOUR, COLD_SHORTENING, GUT_LEFT, SPOILAGE_LINES, WARM_LINES } from '$core/reference';
import type { Formatter } from './formatter';
import { firstWords } from './window';
import { spanWords } from './time';

/** A warning told whole: what was seen, which line it passed, what to do, and what would take it away. */
export interface Warning {
  key: WarningKey;
  level: Exclude<Level, 'quiet'>;
  /** Only the forecast says so. */
  ahead: boolean;
  title: string;
  seen: string;
  line: string;
  act: string;
  hush: string;
}

/** What each open face is called. */
export const FACE_NAMES: Readonly<Record<FaceKey, string>> = {
  wall: 'the inner wall of the trunk',
  surface: 'the skin',
  end: 'the cut face of the quarter',
  fresh: 'the face of the opened ham',
  cavity: 'the cavity'
};

type Told = (at: {
  outcome: CoolOutcome;
  window: HangingWindow;
  kind: 'large' | 'small';
  format: Formatter;
}) => Omit<Warning, 'key' | 'ahead' | 'level'> & { level?: Level };

const figure = (value: number, digits = 1): string => value.toFixed(digits);

const TOLD: Readonly<Record<WarningKey, Told>> = {
  gut: ({ outcome, kind, format }) => ({
    title: 'The gut was left in long',
    seen: `With the gut in, the core gathered about ${format.degreeHours(outcome.soFar.gutHours)} degree-hours above ${format.degrees(BONE_SOUR.degreeHours.above, 0)}.`,
    line: `Looked at from ${format.degreeHours(GUT_LEFT[kind].watch)} degree-hours on, acted on from ${format.degreeHours(GUT_LEFT[kind].act)}.`,
    act: 'Open it, smell, look for green along the fillets and the belly wall. What smells or is green goes, with a hand’s breadth round it; in doubt ask the inspector.',
    hush: 'If it was opened sooner, enter “opened, gut out” at its true hour.',
    level: outcome.soFar.gutLeft
  }),
  sour: ({ outcome: { soFar }, format }) => ({
    title: soFar.boneSour === 'act' ? 'Bone sour is likely' : 'Risk of bone sour',
    seen: `The deep ham was above ${format.degrees(BONE_SOUR.hours.above, 0)} for ${spanWords(soFar.hoursWarm)}, and gathered ${format.degreeHours(soFar.degreeHours)} degree-hours above ${format.degrees(BONE_SOUR.degreeHours.above, 0)}.`,
    line: `Looked at from ${BONE_SOUR.hours.watch} h or ${format.degreeHours(BONE_SOUR.degreeHours.watch)} degree-hours on, acted on from ${BONE_SOUR.hours.act} h or ${format.degreeHours(BONE_SOUR.degreeHours.act)}.`,
    act: 'Open a ham along its inner seam to the bone and smell there. Sour or green is a discard, whatever stands here.',
    hush: 'A core read deep in the ham, if it is colder than reckoned; the true hours of hide off, hanging and the cold room.',
    level: soFar.boneSour
  }),
  warm: ({ window: w }) => ({
    title: 'Warm too long on its open faces',
    seen: `Germs that like warmth rose by about ${figure(w.warmGrowth)} log${w.face ? `, on ${FACE_NAMES[w.face]} most` : ''}.`,
    line: `Looked at from ${WARM_LINES.watch} log on; at ${WARM_LINES.act} the window shuts.`,
    act: 'Into the cold at once, dry, air all round. Trim the open faces before anything is boned, and cook what comes of them through.',
    hush: 'The true hours of opening, hide off and hanging; a reading of the air where it was.',
    level: w.warmLine
  }),
  spoil: ({ window: w }) => ({
    title: w.line === 'stop' ? 'Growth past the line where one stops' : 'Growth on its open faces',
    seen: `Spoilers rose by about ${figure(w.spoilage)} log${w.face ? `, on ${FACE_NAMES[w.face]} most` : ''}.`,
    line: `Trim and hurry from ${SPOILAGE_LINES.hurry} log, shut at ${SPOILAGE_LINES.close}, stop at ${SPOILAGE_LINES.stop}.`,
    act:
      w.line === 'stop'
        ? 'Look and smell with somebody who decides. Slime or a sour smell is a discard.'
        : 'Trim the open faces and bone it soon. Slime or a sour smell is a discard.',
    hush: 'A reading of the humidity where it hangs: nobody’s counts as 85 %. Drier air that moves slows it.',
    level: w.line === 'hurry' ? 'watch' : 'act'
  }),
  cut: ({ window: w, format }) => ({
    title: 'It shuts before it is tender',
    seen: Number.isFinite(w.opens)
      ? `It would shut about ${format.moment(w.closes)}, and be ready about ${format.moment(w.opens)}.`
      : `It would shut about ${format.moment(w.closes)}, and is not ready in this record.`,
    line: 'Ageing would cost more than it gives.',
    act: w.waits ? `${firstWords(w.waits)}.` : 'Cut it now.',
    hush: 'Colder air: another room, a fan, shade.',
    level: 'act'
  }),
  cold: ({ format }) => ({
    title: 'Chilled fast',
    seen: `Below ${format.degrees(COLD_SHORTENING.core, 0)} deep within ${COLD_SHORTENING.hours} hours of death.`,
    line: 'Muscle that cools before it is stiff draws up short; a note, no more.',
    act: 'Give it its days just above freezing, and the pot rather than the pan for strap and hip.',
    hush: 'A core read in those hours, if it was warmer.',
    level: 'watch'
  })
};

/** Warnings of a record in full words, gravest first; those that only the forecast brings are told as ahead. */
export function warningsInWords(
  keys: readonly WarningKey[],
  at: { outcome: CoolOutcome; window: HangingWindow; kind: 'large' | 'small'; format: Formatter }
): Warning[] {
  const told = keys.map((key): Warning => {
    const { level, ...words } = TOLD[key](at);
    return { key, ahead: false, ...words, level: level === 'act' ? 'act' : 'watch' };
  });
  const { soFar, inAll } = at.outcome;
  if (soFar.boneSour === 'quiet' && inAll.boneSour !== 'quiet')
    told.push({
      ...(TOLD.sour({ ...at, outcome: { ...at.outcome, soFar: inAll } }) as Omit<Warning, 'key'>),
      key: 'sour',
      ahead: true,
      level: 'watch',
      title: 'Risk of bone sour ahead',
      seen: `If the forecast holds, the deep ham will have been above ${at.format.degrees(BONE_SOUR.hours.above, 0)} for ${spanWords(inAll.hoursWarm)} (${spanWords(soFar.hoursWarm)} so far).`,
      act: 'Cool it faster: hide off, pelvis split, quartered, moving air, a colder room.',
      hush: 'A core read in it, or what is done to it, entered at its hour.'
    });
  return told.sort((a, b) => Number(b.level === 'act') - Number(a.level === 'act'));
}
