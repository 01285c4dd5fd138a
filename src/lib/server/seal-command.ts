import { auditBook } from './repo/upkeep';
import { sealAnew } from './repo/chain';
import { openHouse, optionsOf } from './larder';

/** What `npm run seal` does: what stands beside the book counts as it is, in the larder that the environment names. */
export async function sealCommand(from: NodeJS.ProcessEnv): Promise<string> {
  const { larder } = await openHouse(optionsOf(from));
  try {
    const code = await sealAnew(larder);
    const { findings } = await auditBook(larder);
    return [
      'What stands beside the book is sealed as it is now. Links of before stay: they tell that this was done.',
      `Seal to write down: ${code}`,
      `${findings.length} findings left${findings.length > 0 ? ': see Book → Audit' : ''}`
    ].join('\n');
  } finally {
    larder.close();
  }
}
