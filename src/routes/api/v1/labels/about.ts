import { z } from 'zod';
import { idSchema } from '$core/book';
import { settingsSchema } from '$core/settings';
import { content, get, path, post, problems, word, type About } from '$lib/server/http/openapi';

/** Most labels at once. */
export const MOST_LABELS = 200;

export const printSchema = z.strictObject({
  packs: z.array(idSchema).min(1, 'say which').max(MOST_LABELS, `at most ${MOST_LABELS}`)
});
export const printedSchema = z.strictObject({
  printed: z.array(z.string()),
  left: z.array(z.string()).describe('not printed: send these again')
});
export const sheetQuery = z.strictObject({
  packs: z
    .string()
    .transform((text) => text.split(',').filter(Boolean))
    .pipe(z.array(idSchema).min(1, 'say which').max(MOST_LABELS, `at most ${MOST_LABELS}`)),
  grid: z.enum(['24', '14', '8', 'single']).default('24'),
  from: z.coerce.number().int().min(0, 'from 0').max(23, 'to 23').default(0)
});
export const languageSchema = z.strictObject({ language: settingsSchema.shape.labelLanguage });
export const printerSchema = z.strictObject({ off: z.boolean() });

export const about: About = {
  paths: {
    '/labels/{id}': {
      get: {
        summary: 'A label as a picture, as the label printer has it',
        responses: {
          200: {
            description: 'The label',
            content: content('image/png', { type: 'string', format: 'binary' })
          },
          ...problems(404)
        }
      },
      parameters: [path('id', 'Id of a pack that lies here')]
    },
    '/labels/sheet.pdf': get('Labels on sheets, or each on a page of its own', 'application/pdf', [
      word('packs', 'Ids of packs, by commas', true),
      word('grid', 'Labels on a sheet', false, ['24', '14', '8', 'single']),
      word('from', 'Labels of the first sheet that are used up')
    ]),
    '/labels/language': {
      put: post('The language that labels speak', 'LabelLanguage', 'LabelLanguage', 200)
    },
    '/labels/print': {
      post: post(
        'Print labels; a pack has one, however often it is printed',
        'LabelJob',
        'LabelsPrinted',
        200,
        409
      ),
      put: post('Switch the simulated label printer off or on', 'LabelPrinter', 'LabelPrinter', 200, 409)
    }
  },
  schemas: {
    LabelJob: printSchema,
    LabelsPrinted: printedSchema,
    LabelPrinter: printerSchema,
    LabelLanguage: languageSchema
  }
};
