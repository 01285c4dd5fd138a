import { z } from 'zod';
import { roomSchema } from '$core/settings';
import { get, post, type About } from '$lib/server/http/openapi';

export const roomsSchema = z.object({ rooms: z.array(roomSchema).min(1).max(12) });

export const about: About = {
  paths: {
    '/rooms': {
      ...get('The rooms that animals hang in', 'Rooms'),
      put: post('Say which rooms there are', 'Rooms', 'Rooms', 200)
    }
  },
  schemas: { Rooms: roomsSchema }
};
