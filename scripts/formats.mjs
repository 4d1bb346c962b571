import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ROOT } from './lib/paths.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { main } from './lib/say.mjs';

/** Writes the published schemas of our file formats from the schemas that the code itself uses. */
await main(async () => {
  await installPackages();
  await buildNodeParts();
  const { setupCardJsonSchema } = await import(join(ROOT, 'contracts', 'dist', 'index.js'));
  const folder = join(ROOT, 'docs', 'formats');
  mkdirSync(folder, { recursive: true });
  writeFileSync(
    join(folder, 'set-up-cards.schema.json'),
    `${JSON.stringify(setupCardJsonSchema(), null, 2)}\n`,
  );
});
