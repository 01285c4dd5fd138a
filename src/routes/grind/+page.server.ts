import { NOT_OFFERED } from '$core/grind';
import { handOf } from '$lib/server/actor';
import { LIMITS } from '$lib/server/limits';

export const load = async ({ locals, depends }) => {
  depends('larder:stock');
  const { stock, recipes, settings, demo } = locals.house;
  const chosen = await settings.read();
  const now = Date.now();
  const [trim, goods, residues, all, through] = await Promise.all([
    stock.trim(now),
    stock.goods(),
    stock.residues(),
    recipes.all(),
    stock.through()
  ]);
  return {
    trim,
    shelf: goods.map(({ pool, name, left, bought, boughtAt, held }) => ({
      id: pool.id,
      what: pool.what,
      name,
      left,
      boughtAt,
      allergens: pool.allergens ?? [],
      ...(pool.fat === undefined ? {} : { fat: pool.fat }),
      ...(pool.strength === undefined ? {} : { strength: pool.strength }),
      // A sum in another currency is compared with none.
      ...(pool.price !== undefined &&
      bought > 0 &&
      (pool.currency ?? chosen.firstCurrency ?? chosen.currency) === chosen.currency
        ? { perKg: (pool.price * 1000) / bought }
        : {}),
      ...(pool.supplierLot ? { supplierLot: pool.supplierLot } : {}),
      ...(held ? { held } : {})
    })),
    residues,
    through,
    alone: chosen.alone,
    households: chosen.households,
    recipes: all,
    notOffered: NOT_OFFERED,
    machines: chosen.machines,
    sells: chosen.sells,
    cureRule: chosen.cureRule,
    hand: handOf(locals, chosen),
    standIn: await locals.house.standIns(),
    demo,
    limits: LIMITS.draft,
    now
  };
};
