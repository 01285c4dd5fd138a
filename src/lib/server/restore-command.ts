import { restoreText } from '$lib/words/restored';
import { restoreFile } from './archive/restores';
import { openHouse, optionsOf } from './larder';

/** What `npm run restore` does: takes a file into the larder that the environment names, and says what came of it. */
export async function restore(
  from: NodeJS.ProcessEnv,
  file: string,
  how: Parameters<typeof restoreFile>[2]
): Promise<{ text: string; entries?: number }> {
  const house = await openHouse(optionsOf(from));
  try {
    const restored = await restoreFile(house, file, how);
    return restored.state === 'done'
      ? { text: `${restored.entries} entries restored.`, entries: restored.entries }
      : { text: restoreText(restored.why) };
  } finally {
    house.larder.close();
  }
}
