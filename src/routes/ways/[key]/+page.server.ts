import { error } from '@sveltejs/kit';
import { PROCEDURES } from '$core/reference';

export const load = async ({ params, locals }) => {
  const { procedures, settings } = locals.house;
  const procedure = PROCEDURES[params.key] ?? (await procedures.all()).find((own) => own.key === params.key);
  if (!procedure) error(404, 'No order of work goes by that name.');
  const { kitMissing } = await settings.read();
  return { procedure, kitMissing };
};
