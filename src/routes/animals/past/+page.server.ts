export const load = async ({ depends, locals }) => {
  depends('larder:past');
  return { lists: await locals.house.past.all(), now: Date.now() };
};
