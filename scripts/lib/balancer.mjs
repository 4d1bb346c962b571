import { spawn } from 'node:child_process';
import { chmodSync, closeSync, openSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ACCESS } from './galera.mjs';
import { findProgram } from './packages.mjs';
import { ROOT } from './paths.mjs';
import { freePort } from './ports.mjs';

/**
 * HAProxy on loopback, for tests, configured by the file in deploy/haproxy: one address for the database, whose
 * connections all go to one node until it fails, and one for the servers, which share the requests.
 *
 * @param nodes of the cluster
 * @param serverPorts of the servers, whether or not they are listening yet
 */
export async function startBalancer(home, nodes, serverPorts) {
  const [databasePort, webPort] = await Promise.all([freePort(), freePort()]);
  const settings = join(home, 'haproxy.cfg');
  const check = join(home, 'node-ready.sh');
  const { user, password } = ACCESS;
  writeFileSync(join(home, 'node-ready.cnf'), `[client]\nuser=${user}\npassword=${password}\n`, {
    mode: 0o600,
  });
  writeFileSync(
    check,
    `#!/bin/sh\nNODE_READY_SETTINGS=${join(home, 'node-ready.cnf')} exec ${join(ROOT, 'deploy/haproxy/node-ready.sh')} "$@"\n`,
  );
  chmodSync(check, 0o700);
  const lines = readFileSync(join(ROOT, 'deploy/haproxy/haproxy.cfg'), 'utf8')
    .replace('127.0.0.1:3307', `127.0.0.1:${databasePort}`)
    .replace(':443 ssl crt /etc/haproxy/gantelet.pem', `127.0.0.1:${webPort}`)
    .replace('/etc/haproxy/node-ready.sh', check)
    .split('\n')
    .map((line) => addressed(line, nodes, serverPorts));
  writeFileSync(settings, lines.join('\n'));
  const balancer = { databasePort, webPort, child: null, ended: null };
  const start = () => {
    const log = openSync(join(home, 'haproxy.log'), 'a');
    balancer.child = spawn(findProgram('haproxy'), ['-f', settings, '-db'], { stdio: ['ignore', log, log] });
    balancer.ended = new Promise((resolve) => balancer.child.once('exit', resolve));
    closeSync(log);
  };
  start();
  const stop = async (signal = 'SIGTERM') => {
    balancer.child.kill(signal);
    await balancer.ended;
  };
  return Object.assign(balancer, { start, stop });
}

/** A line that names a node or a server, with its address here. */
function addressed(line, nodes, serverPorts) {
  const [, kind, number] = /^ +server (node|server)-(\d)/.exec(line) ?? [];
  if (kind === undefined) return line;
  const port = kind === 'node' ? nodes[number - 1].port : serverPorts[number - 1];
  return line.replace(/[\d.]+:\d+$/, `127.0.0.1:${port}`);
}
