import { and, desc, eq, sql } from 'drizzle-orm';
import { mergeRecipes, recipeSchema, type Recipe } from '$core/grind';
import type { Larder } from '../db/client';
import { recipes } from '../db/schema';

/** A recipe as its row. */
export const recipeRow = ({ gone, ...recipe }: Recipe & { gone?: true | undefined }) => ({
  key: recipe.key,
  version: recipe.version,
  value: JSON.stringify(recipe),
  gone: gone ? 1 : 0
});

/** The larder's recipes over those built in. Every version is kept: what was made says by which. */
export class RecipeRepository {
  constructor(private readonly larder: Larder) {}

  /** The newest of each. */
  async all(): Promise<Recipe[]> {
    const rows = await this.larder.db
      .select({ value: recipes.value, gone: recipes.gone })
      .from(recipes)
      .orderBy(recipes.key, recipes.version);
    return mergeRecipes(rows.flatMap(({ value, gone }) => (gone ? [] : readAs(value))));
  }

  /** Every version of one that the larder has kept, the newest first. */
  async versions(key: string): Promise<Recipe[]> {
    const rows = await this.larder.db
      .select({ value: recipes.value })
      .from(recipes)
      .where(eq(recipes.key, key))
      .orderBy(desc(recipes.version));
    return rows.flatMap(({ value }) => readAs(value));
  }

  /** Keeps a recipe as the next version of its key; what says the same as the newest makes none. */
  async write(recipe: Recipe): Promise<Recipe> {
    return this.larder.write(async (tx) => {
      const newest = await tx
        .select()
        .from(recipes)
        .where(eq(recipes.key, recipe.key))
        .orderBy(desc(recipes.version))
        .limit(1)
        .get();
      const [was] = newest ? readAs(newest.value) : [];
      const builtIn = mergeRecipes([]).find((r) => r.key === recipe.key);
      const standing = was ?? builtIn;
      const same = { ...recipe, version: standing?.version ?? 1 };
      if (standing && !newest?.gone && JSON.stringify(recipeSchema.parse(same)) === JSON.stringify(standing))
        return standing;
      const next = { ...recipe, version: (newest?.version ?? builtIn?.version ?? 0) + 1 };
      await tx.insert(recipes).values(recipeRow(next));
      return next;
    });
  }

  /** Takes a recipe out of the list; a built-in one comes back as it was. Its versions stay. */
  async remove(key: string): Promise<void> {
    await this.larder.write((tx) =>
      tx
        .update(recipes)
        .set({ gone: 1 })
        .where(and(eq(recipes.key, key), sql`gone = 0`))
    );
  }
}

function readAs(text: string): Recipe[] {
  const read = recipeSchema.safeParse(JSON.parse(text));
  return read.success ? [read.data] : [];
}
