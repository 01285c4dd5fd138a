import { error } from '@sveltejs/kit';

export const load = async ({ params, locals }) => {
  const { procedures, settings } = locals.house;
  const procedure = (await procedures.orders()).find(({ key }) => key === params.key);
  if (!procedure) error(404, 'No order of work goes by that name.');
  const { kitMissing } = await settings.read();
  return { procedure, kitMissing };
};
