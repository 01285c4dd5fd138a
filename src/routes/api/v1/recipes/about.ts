import { z } from 'zod';
import { recipeSchema } from '$core/grind';
import { content, get, path, post, problems, ref, type About } from '$lib/server/http/openapi';

export const recipesSchema = z.strictObject({
  recipes: z.array(recipeSchema),
  notOffered: z.array(z.strictObject({ what: z.string(), why: z.string() })).optional()
});
export const versionsSchema = z.strictObject({ versions: z.array(recipeSchema) });

export const about: About = {
  paths: {
    '/recipes': get('Recipes of what is ground, the larder’s own over those built in', 'Recipes'),
    '/recipes/{key}': {
      get: {
        summary: 'A recipe with every version that was kept, the newest first',
        responses: {
          200: { description: 'Its versions', content: content('application/json', ref('RecipeVersions')) },
          ...problems(404)
        }
      },
      put: post('Keep a recipe as the next version of its key', 'Recipe', 'Recipe', 200),
      delete: {
        summary: 'Take a recipe out of the list; a built-in one comes back as it was',
        responses: { 200: { description: 'Taken out', content: content('application/json', ref('Recipes')) } }
      },
      parameters: [path('key', 'The recipe’s key')]
    }
  },
  schemas: { Recipe: recipeSchema, Recipes: recipesSchema, RecipeVersions: versionsSchema }
};
