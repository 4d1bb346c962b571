import { spawn } from 'node:child_process';
import { Refusal } from './say.mjs';
import { ROOT } from './paths.mjs';

/**
 * Runs a command to its end. Output is passed through unless `quiet`, and returned if `capture` is set. Rejects with
 * the command's output when it fails, unless `allowFailure`.
 */
export function run(
  command,
  args,
  { quiet = false, capture = false, allowFailure = false, env, cwd = ROOT } = {},
) {
  return new Promise((resolve, reject) => {
    const piped = quiet || capture;
    const child = spawn(command, args, {
      cwd,
      env: { ...process.env, ...env },
      stdio: piped ? ['ignore', 'pipe', 'pipe'] : ['ignore', 'inherit', 'inherit'],
    });
    let output = '';
    const keep = (stream, target) =>
      stream?.on('data', (data) => {
        output += data;
        if (!quiet) target.write(data);
      });
    keep(child.stdout, process.stdout);
    keep(child.stderr, process.stderr);
    child.once('error', reject);
    child.once('exit', (code) => {
      if (code === 0 || allowFailure) resolve({ code, output });
      else reject(new Refusal(`${[command, ...args].join(' ')} failed.\n${quiet ? output : ''}`));
    });
  });
}
