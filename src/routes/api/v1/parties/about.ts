import { z } from 'zod';
import { shortText } from '$core/book';
import { content, get, id, problems, ref, type About } from '$lib/server/http/openapi';

export const partySchema = z.strictObject({
  id: z.string(),
  name: z.string().describe('what they are called now'),
  names: z.array(z.string()).describe('every name that they have in the book')
});
export const partiesSchema = z.strictObject({ parties: z.array(partySchema) });
/** Another name, or the party that this one is found to be. */
export const changeSchema = z.union([
  z.strictObject({
    name: shortText(40)
      .min(1, 'say who')
      .regex(/^[^:]+$/, 'a name without a colon')
  }),
  z.strictObject({ join: z.string().max(60) })
]);

export const about: About = {
  paths: {
    '/parties': get('Whoever meat goes to or comes back from', 'Parties'),
    '/parties/{id}': {
      put: {
        summary: 'Call a party by another name, or say that it is the same as another',
        requestBody: { required: true, content: content('application/json', ref('PartyChange')) },
        responses: {
          200: { description: 'All of them', content: content('application/json', ref('Parties')) },
          ...problems(400, 404, 409, 415, 422, 503)
        }
      },
      parameters: [id]
    }
  },
  schemas: { Parties: partiesSchema, PartyChange: changeSchema }
};
