import { parseArgs } from 'node:util';
import { HOME } from './lib/home.mjs';
import { needDatabase } from './lib/packages.mjs';
import { buildNodeParts, installPackages } from './lib/prepare.mjs';
import { main } from './lib/say.mjs';
import { verifyBook } from './lib/server.mjs';
import { withDatabaseOf } from './lib/with-database.mjs';

/** Verifies the chain of the book, whether or not the shop is running: `npm run verify-book -- [--shop]`. */
parseArgs({ options: { shop: { type: 'boolean' } } });

await main(async () => {
  await needDatabase();
  await installPackages();
  await buildNodeParts();
  const whole = await withDatabaseOf(HOME, (environment) => verifyBook(HOME, environment));
  if (!whole) process.exitCode = 1;
});
