import { kitOf } from '$core/reference';

export const load = async ({ locals }) => {
  const { procedures, settings } = locals.house;
  const { kitMissing } = await settings.read();
  const rows = (await procedures.orders()).map((p) => ({
    key: p.key,
    name: p.name,
    why: p.why,
    groups: p.groups,
    own: p.own ?? false,
    steps: p.steps.length,
    missing: kitOf(p).filter((key) => kitMissing.includes(key)).length,
    chapter: p.own
      ? 'own'
      : p.apart
        ? 'before'
        : p.pieces
          ? 'board'
          : p.part
            ? 'table'
            : p.from
              ? p.from.includes('live') && p.groups.includes('deer')
                ? 'field'
                : 'skin'
              : 'hook'
  }));
  return { rows };
};
