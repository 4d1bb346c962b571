import { spawn } from 'node:child_process';
import { chmodSync, closeSync, openSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ACCESS } from './galera.mjs';
import { findProgram } from './packages.mjs';
import { ROOT } from './paths.mjs';
import { freePort } from './ports.mjs';

/**
 * HAProxy on loopback, for tests, as deploy/haproxy sets it up: one address for the database, whose connections all go to one
 * node until that fails, and one for the servers, which share the requests.
 *
 * @param nodes of the cluster
 * @param serverPorts that the servers listen on, whether or not they do now
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
  const lines = [
    'global',
    '  external-check',
    '  insecure-fork-wanted',
    'defaults',
    '  timeout connect 2s',
    '  timeout client 1h',
    '  timeout server 1h',
    '  timeout check 3s',
    'listen database',
    `  bind 127.0.0.1:${databasePort}`,
    '  mode tcp',
    '  option external-check',
    '  external-check path "/usr/bin:/bin"',
    `  external-check command ${check}`,
    '  stick-table type ip size 1 nopurge',
    '  stick on dst',
    '  default-server check inter 1s fastinter 500ms fall 2 rise 2 on-marked-down shutdown-sessions',
    ...nodes.map(({ port }, i) => `  server node-${i + 1} 127.0.0.1:${port}`),
    'listen web',
    `  bind 127.0.0.1:${webPort}`,
    '  mode http',
    '  option httpchk GET /api/health',
    '  option redispatch 1',
    '  default-server check inter 500ms fall 1 rise 1',
    ...serverPorts.map((port, i) => `  server server-${i + 1} 127.0.0.1:${port}`),
  ];
  writeFileSync(settings, `${lines.join('\n')}\n`);
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
