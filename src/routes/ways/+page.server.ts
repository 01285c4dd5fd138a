import { kitOf } from '$core/reference';
import { told } from '$lib/server/http/told';

export const load = async ({ locals }) => {
  const { procedures, settings } = locals.house;
  const chosen = await settings.read();
  const { kitMissing } = chosen;
  const rows = (await procedures.orders()).map((p) => ({
    key: p.key,
    name: p.name,
    why: told(p.why, chosen),
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
