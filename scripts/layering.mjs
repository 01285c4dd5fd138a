import { join } from 'node:path';
import { cruise } from 'dependency-cruiser';
import extractTSConfig from 'dependency-cruiser/config-utl/extract-ts-config';
import config from '../.dependency-cruiser.js';

/**
 * Checks the floors of the house; gives a line for each arrow that points up.
 * @param at  another house than this, with a tsconfig.layers.json of its own
 */
export async function violations(paths = ['src'], at = process.cwd()) {
  const fileName = join(at, 'tsconfig.layers.json');
  const tsConfig = extractTSConfig(fileName);
  const { output } = await cruise(
    paths,
    {
      ...config.options,
      ruleSet: { forbidden: config.forbidden },
      validate: true,
      baseDir: at,
      tsConfig: { fileName }
    },
    config.options.enhancedResolveOptions,
    { tsConfig }
  );
  return {
    modules: output.summary.totalCruised,
    lines: output.summary.violations.map((v) => `${v.rule.name}: ${v.from} → ${v.to}`)
  };
}

if (process.argv[1]?.endsWith('layering.mjs')) {
  const { modules, lines } = await violations();
  for (const line of lines) console.error(line);
  if (modules < 50) console.error(`only ${modules} modules seen: the check is blind`);
  console.log(`layering: ${modules} modules, ${lines.length} violations`);
  process.exit(lines.length > 0 || modules < 50 ? 1 : 0);
}
