import { z } from 'zod';
import { settingsSchema } from '$core/settings';
import { post, type About } from '$lib/server/http/openapi';

const { machines, sells, cureRule, alone } = settingsSchema.shape;
export const machinesSchema = z.strictObject({
  machines,
  sells,
  cureRule,
  alone: alone.optional().describe('households whose meat is joined with no other’s')
});

export const about: About = {
  paths: {
    '/machines': {
      put: post('What mixer and hopper hold, and the rules they are run by', 'Machines', 'Machines', 200)
    }
  },
  schemas: { Machines: machinesSchema }
};
