import { warningsOf, type Warmth } from '$core/chill';
import { animalOf, api, json } from '$lib/server/http/api';

const finite = (value: number): number | null => (Number.isFinite(value) ? value : null);

const warmth = ({ hoursWarm, degreeHours, boneSour }: Warmth) => ({
  hoursAbove20: hoursWarm,
  degreeHoursAbove10: degreeHours,
  boneSour
});

/** Cooling and window of an animal by the record; moments in ms, null for what is never reached. */
export const GET = api(async ({ params }, house) => {
  const card = await animalOf(house, params.id ?? '');
  const reckoned = await house.hanging.of(card);
  if (!reckoned.ok) return json({ place: reckoned.place, missing: reckoned.places });
  const { window: w, outcome } = reckoned.hanging;
  return json({
    place: reckoned.place,
    target: reckoned.reckoning.target,
    hoursToTarget: finite(outcome.hoursToTarget),
    never: outcome.never,
    soFar: warmth(outcome.soFar),
    withForecast: warmth(outcome.inAll),
    core: w.core,
    surface: w.surface,
    ageing: w.ageing,
    ageingGoal: w.goal,
    spoilage: w.spoilage,
    warmGrowers: w.warmGrowth,
    degreeDays: w.degreeDays,
    opens: finite(w.opens),
    openedBy: w.openedBy,
    closes: finite(w.closes),
    closedBy: w.closedBy,
    cutNow: w.never && !w.waits,
    waits: w.waits ?? null,
    state: w.state,
    evaporated: w.loss,
    rindMm: w.rind,
    coldShortened: w.coldShortened,
    warnings: warningsOf(outcome, w),
    gaps: reckoned.reckoning.gaps,
    parts: (await house.hanging.partsOf(card)).map(({ item, cut, side, grams, place, alone, hanging }) => ({
      item,
      cut,
      ...(side ? { side } : {}),
      grams,
      place,
      alone,
      ...(hanging
        ? {
            core: hanging.window.core,
            hoursToTarget: finite(hanging.outcome.hoursToTarget),
            opens: finite(hanging.window.opens),
            closes: finite(hanging.window.closes),
            state: hanging.window.state,
            warnings: warningsOf(hanging.outcome, hanging.window)
          }
        : {})
    }))
  });
});
