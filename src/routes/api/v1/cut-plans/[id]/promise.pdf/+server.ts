import { promiseOf, tableOf } from '$core/plan';
import { pdfAnswer } from '$lib/server/files/pdf';
import { promisePdf } from '$lib/server/files/promise-pdf';
import { animalOf, api } from '$lib/server/http/api';
import { problem } from '$lib/server/http/problem';
import { keptBefore, onTheTable, withBooks } from '$lib/server/planning';
import { formatter } from '$lib/words/formatter';

export const GET = api(async ({ params }, house) => {
  const plan = await house.cutPlans.find(params.id ?? '');
  if (!plan) return problem({ status: 404, title: 'No such plan' });
  const cards = await Promise.all(plan.animals.map((id) => animalOf(house, id)));
  const { animals, muscles } = await onTheTable(house, await withBooks(house, cards));
  const chosen = await house.settings.read();
  const format = formatter(chosen);
  const before = await keptBefore(house, plan.animals);
  // What has gone from the table since is promised as it was planned.
  const known = new Set(muscles.map((m) => m.id));
  const gone = plan.plan.of.flatMap(({ muscle, parts }) =>
    known.has(muscle)
      ? []
      : [
          {
            id: muscle,
            animal: plan.animals[0] ?? '',
            cut: '',
            grams: parts.reduce((sum, p) => sum + p.raw, 0),
            relativeSd: 0,
            tender: 1
          }
        ]
  );
  const bytes = await promisePdf({
    larder: chosen.larderName,
    plan,
    animals,
    promised: promiseOf(plan.plan, [...muscles, ...gone], plan.wishes, before.uses),
    people: tableOf(plan.wishes).people,
    printed: format.day(Date.now()),
    format
  });
  return pdfAnswer(bytes, 'promise.pdf');
});
