import { run } from './lib/run.mjs';
import { installPackages } from './lib/prepare.mjs';
import { main, Refusal, say } from './lib/say.mjs';

/**
 * Types, eslint, the layer rule, replaced words and the format: every check runs, then the sum is printed. Names of checks
 * as arguments run those alone.
 */
const CHECKS = [
  ['types', 'tsc', ['--build']],
  ['types of the web', 'ngc', ['--noEmit', '-p', 'web/tsconfig.app.json']],
  ['eslint', 'eslint', ['--max-warnings', '0', '.']],
  [
    'arrows',
    'depcruise',
    [
      '--config',
      '.dependency-cruiser.cjs',
      'core/src',
      'contracts/src',
      'server/src',
      'demo/src',
      'devices/src',
      'web/src',
    ],
  ],
  ['words', 'node', ['scripts/words.mjs']],
  ['format', 'prettier', ['--check', '--log-level', 'warn', '.']],
];

await main(async () => {
  await installPackages();
  const asked = process.argv.slice(2);
  const checks = CHECKS.filter(([name]) => asked.length === 0 || asked.includes(name));
  if (checks.length < asked.length)
    throw new Refusal(`The checks are ${CHECKS.map(([name]) => name).join(', ')}.`);
  let failed = 0;
  for (const [name, tool, args] of checks) {
    const [program, before] = tool === 'node' ? [process.execPath, []] : ['npx', ['--no-install', tool]];
    const { code, output } = await run(program, [...before, ...args], {
      quiet: true,
      allowFailure: true,
    });
    say(`lint ${name}: ${code === 0 ? 'passed' : 'FAILED'}`);
    if (code !== 0) {
      failed++;
      console.error(output);
    }
  }
  say(`lint: ${checks.length - failed} passed, ${failed} failed`);
  if (failed > 0) throw new Refusal('Lint failed.');
});
