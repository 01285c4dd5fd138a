import { error } from '@sveltejs/kit';
import { CAUTIONS } from '$core/reference';
import { told } from '$lib/server/http/told';

export const load = async ({ params, locals }) => {
  const { procedures, settings } = locals.house;
  const procedure = (await procedures.orders()).find(({ key }) => key === params.key);
  if (!procedure) error(404, 'No order of work goes by that name.');
  const chosen = await settings.read();
  const keys = new Set(procedure.steps.flatMap((s) => s.cautions));
  return {
    procedure: told(procedure, chosen),
    cautions: told(
      [...keys].flatMap((key) => CAUTIONS[key] ?? []),
      chosen
    ),
    kitMissing: chosen.kitMissing
  };
};
