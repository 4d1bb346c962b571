import { spawn } from 'node:child_process';
import { findProgram } from './packages.mjs';
import { Refusal } from './say.mjs';

/**
 * Nothing outside SQL is carried out, whatever a dump says: no shell commands, no files, no named commands.
 */
const SQL_ONLY = ['--sandbox', '--binary-mode', '--disable-named-commands', '--skip-local-infile'];

/** The result of a statement in the database, one row per line. */
export const statement = (environment, sql) => query(environment, sql, environment.GANTELET_DB_NAME);

/** The same without a database: for making one or dropping it. */
export const statementOutside = (environment, sql) => query(environment, sql, '');

/** Rows of a statement's result. */
export async function lines(environment, sql) {
  const text = await statement(environment, sql);
  return text.split('\n').filter((line) => line !== '');
}

async function query(environment, sql, database) {
  const args = ['--batch', '--skip-column-names', '--execute', sql, ...(database === '' ? [] : [database])];
  const { child, ended } = startClient('mariadb', args, environment, ['ignore', 'pipe', 'pipe']);
  let text = '';
  child.stdout.setEncoding('utf8').on('data', (part) => (text += part));
  await ended;
  return text;
}

/** A client that carries out the SQL written to it in the database, and nothing else. */
export const startImport = (environment) =>
  startClient('mariadb', [...SQL_ONLY, environment.GANTELET_DB_NAME], environment, [
    'pipe',
    'ignore',
    'pipe',
  ]);

/** Starts a MariaDB program. The password is passed in the environment, where `ps` does not show it. */
export function startClient(program, args, environment, stdio) {
  const child = spawn(
    findProgram(program),
    [
      '--no-defaults',
      `--host=${environment.GANTELET_DB_HOST}`,
      `--port=${environment.GANTELET_DB_PORT}`,
      `--user=${environment.GANTELET_DB_USER}`,
      '--protocol=tcp',
      '--default-character-set=utf8mb4',
      ...args,
    ],
    { stdio, env: { ...process.env, MYSQL_PWD: environment.GANTELET_DB_PASSWORD } },
  );
  let wrong = '';
  child.stderr.setEncoding('utf8').on('data', (part) => (wrong += part));
  const ended = new Promise((resolve, reject) => {
    child.once('error', reject);
    child.once('close', (code) =>
      code === 0 ? resolve() : reject(new Refusal(`${program} failed: ${wrong.trim() || `code ${code}`}`)),
    );
  });
  return { child, ended };
}
