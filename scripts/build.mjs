import { buildNodeParts, buildWeb, installPackages } from './lib/prepare.mjs';
import { main } from './lib/say.mjs';

await main(async () => {
  await installPackages();
  await buildNodeParts();
  await buildWeb();
});
