import { expectAnimal, rescaled, stagesFrom } from '$core/yield';
import { api, json, readJson } from '$lib/server/http/api';
import { invalid } from '$lib/server/http/problem';
import { expectSchema } from './about';
import { interval } from '$lib/server/http/views';

export const POST = api(async ({ request }, { animals }) => {
  const body = expectSchema.safeParse(await readJson(request));
  if (!body.success) return invalid(body.error);
  const { weight, ...facts } = body.data;
  const e = expectAnimal(facts, await animals.learnedFor({ facts, residual: null }));
  const stages = weight ? stagesFrom(facts, weight.stage, weight.grams) : undefined;
  const hanging = stages?.hanging.grams;
  const boneless = stages
    ? rescaled(e.boneless, e.boneless.mean, Math.hypot(e.boneless.relativeSd, stages.hanging.relativeSd))
    : e.boneless;
  return json({
    condition: e.condition,
    conditionGuessed: e.conditionGuessed,
    softTissue: e.softTissue,
    cleanRatio: e.cleanRatio,
    trimShare: e.trimShare,
    stages: stages
      ? Object.fromEntries(
          Object.entries(stages).map(([key, s]) => [
            key,
            { grams: Math.round(s.grams), relativeSd: s.relativeSd, modelled: s.modelled }
          ])
        )
      : undefined,
    boneless: interval(boneless, hanging),
    frame: interval(e.frame, hanging),
    parts: e.parts.map((part) => ({
      part: part.key,
      share: part.share,
      taken: interval(part.taken, hanging),
      side: part.side ? interval(part.side, hanging) : undefined,
      boneless: interval(part.boneless, hanging),
      sides: part.bonelessSides
        ? {
            left: interval(part.bonelessSides.left, hanging),
            right: interval(part.bonelessSides.right, hanging)
          }
        : undefined
    }))
  });
});
