import * as z from 'zod';

/** What the process is told from outside. Everything has a default but the database. */
const Environment = z.object({
  GANTELET_DB_HOST: z.string().default('127.0.0.1'),
  GANTELET_DB_PORT: z.coerce.number().int().min(1).max(65535),
  GANTELET_DB_NAME: z.string().regex(/^\w+$/).default('gantelet'),
  GANTELET_DB_USER: z.string().default('gantelet'),
  GANTELET_DB_PASSWORD: z.string().default(''),
  GANTELET_PORT: z.coerce.number().int().min(0).max(65535).default(8420),
  GANTELET_HOST: z.string().min(1).default('127.0.0.1'),
  GANTELET_TLS_CERT: z.string().optional(),
  GANTELET_TLS_KEY: z.string().optional(),
  GANTELET_PLAIN_HTTP: z.stringbool().default(false),
  GANTELET_SESSION_SECRET: z.string().min(16),
  GANTELET_BEHIND_TLS: z.stringbool().default(false),
  GANTELET_TRUSTED_PROXIES: z.string().optional(),
  GANTELET_WEB_ROOT: z.string().optional(),
  GANTELET_READINGS_DAYS: z.coerce.number().int().min(30).max(3650).default(30),
  GANTELET_MQTT_HOST: z.string().default('127.0.0.1'),
  GANTELET_MQTT_PORT: z.coerce.number().int().min(0).max(65535).optional(),
  GANTELET_MQTT_SECRET: z.string().min(16).optional(),
  GANTELET_BROKER: z.url({ protocol: /^mqtts?$/ }).optional(),
  GANTELET_INGESTER: z
    .string()
    .regex(/^[\w-]{1,30}$/)
    .default('1'),
  GANTELET_FIRST_CODE: z.string().min(10).max(100).optional(),
  GANTELET_METRICS_TOKEN: z.string().min(16).optional(),
  GANTELET_SMTP_URL: z.url({ protocol: /^smtps?$/ }).optional(),
  GANTELET_MAIL_FROM: z.email().optional(),
  GANTELET_LOG_LEVEL: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('warn'),
});

export interface DatabaseConfig {
  readonly host: string;
  readonly port: number;
  readonly name: string;
  readonly user: string;
  readonly password: string;
}

/** Where the broker is that comes with Gantelet, and what a server instance proves itself to it with. */
export interface MqttConfig {
  readonly host: string;
  readonly port: number;
  readonly secret: string;
}

/** The broker that gauges and counters speak to, ours or an outside one, and what we prove ourselves to it with. */
export interface BrokerConfig {
  /** `mqtt://` or, by TLS, `mqtts://`. */
  readonly url: string;
  readonly secret: string;
}

export interface Config {
  readonly database: DatabaseConfig;
  /** Address to listen at: loopback unless somebody says otherwise. */
  readonly host: string;
  readonly port: number;
  /** Files of a certificate of its own; null without. */
  readonly tls: { readonly certFile: string; readonly keyFile: string } | null;
  /** Somebody accepts that passwords cross the network in the clear. */
  readonly plainHttp: boolean;
  readonly sessionSecret: string;
  /** Set when browsers speak TLS, to a proxy in front or to this server: cookies are then marked Secure. */
  readonly behindTls: boolean;
  /** Addresses or networks of the proxies in front: only they are believed for whom a request comes, and how. */
  readonly trustedProxies: readonly string[];
  /** Folder of the built web application; null serves the API only. */
  readonly webRoot: string | null;
  /** What an empty works is begun by; null when nobody may begin one. */
  readonly firstCode: string | null;
  /** What whoever watches over the server reads its metrics with; null gives them to nobody. */
  readonly metricsToken: string | null;
  /** Null without a mail server: mails stay in the application to be read. */
  readonly mail: { readonly url: string; readonly from: string } | null;
  readonly logLevel: string;
  /** Days that raw readings of counters are kept; their hours are kept for good. */
  readonly readingsDays: number;
  /** Null without a broker of ours. */
  readonly mqtt: MqttConfig | null;
  /** Null without devices. */
  readonly broker: BrokerConfig | null;
  /** Name of what takes counts in from an outside broker: another for each that runs, the same after a restart. */
  readonly ingester: string;
}

function brokerOf(env: z.infer<typeof Environment>): BrokerConfig | null {
  const { GANTELET_BROKER: url, GANTELET_MQTT_SECRET: secret } = env;
  if (url === undefined) return reachedAt(mqttOf(env));
  if (secret === undefined) throw new Error('Environment: GANTELET_BROKER needs GANTELET_MQTT_SECRET');
  return { url, secret };
}

/** How our own broker is reached. */
export function reachedAt(mqtt: MqttConfig | null): BrokerConfig | null {
  return mqtt && { url: `mqtt://${mqtt.host}:${mqtt.port}`, secret: mqtt.secret };
}

function mqttOf(env: z.infer<typeof Environment>): MqttConfig | null {
  const { GANTELET_MQTT_HOST: host, GANTELET_MQTT_PORT: port, GANTELET_MQTT_SECRET: secret } = env;
  if (port === undefined) return null;
  if (secret === undefined) throw new Error('Environment: GANTELET_MQTT_PORT needs GANTELET_MQTT_SECRET');
  return { host, port, secret };
}

function mailOf(env: z.infer<typeof Environment>): Config['mail'] {
  const { GANTELET_SMTP_URL: url, GANTELET_MAIL_FROM: from } = env;
  if (url === undefined && from === undefined) return null;
  if (url === undefined || from === undefined)
    throw new Error('Environment: GANTELET_SMTP_URL and GANTELET_MAIL_FROM go together');
  return { url, from };
}

function tlsOf(env: z.infer<typeof Environment>): Config['tls'] {
  const { GANTELET_TLS_CERT: certFile, GANTELET_TLS_KEY: keyFile } = env;
  if (certFile === undefined && keyFile === undefined) return null;
  if (certFile === undefined || keyFile === undefined)
    throw new Error('Environment: GANTELET_TLS_CERT and GANTELET_TLS_KEY go together');
  return { certFile, keyFile };
}

/** Whether nobody beyond this machine reaches the server. */
export const isLoopback = ({ host }: Pick<Config, 'host'>): boolean =>
  ['127.0.0.1', '::1', 'localhost'].includes(host);

/**
 * Why a server must not listen where it is told to; null when it may. Nobody reaches a demo from outside, whose passwords
 * are public, and passwords cross a network only by TLS unless somebody accepts that they do not.
 */
export function whyNotListen(config: Config, isDemo: boolean): string | null {
  const { host, behindTls, plainHttp } = config;
  if (isLoopback(config)) return null;
  if (isDemo)
    return `GANTELET_HOST is ${host}, and this is the demo: its passwords are public. It listens on loopback only.`;
  if (behindTls || plainHttp) return null;
  return (
    `GANTELET_HOST is ${host}, and passwords would cross the network in the clear. Set GANTELET_TLS_CERT and ` +
    'GANTELET_TLS_KEY, or GANTELET_BEHIND_TLS behind a proxy, or GANTELET_PLAIN_HTTP=true to accept it.'
  );
}

/** Reads the environment. Throws naming each variable that is missing or wrong. */
export function configFrom(environment: NodeJS.ProcessEnv): Config {
  const read = Environment.safeParse(environment);
  if (!read.success) throw new Error(`Environment: ${z.prettifyError(read.error)}`);
  const env = read.data;
  const tls = tlsOf(env);
  return {
    database: {
      host: env.GANTELET_DB_HOST,
      port: env.GANTELET_DB_PORT,
      name: env.GANTELET_DB_NAME,
      user: env.GANTELET_DB_USER,
      password: env.GANTELET_DB_PASSWORD,
    },
    host: env.GANTELET_HOST,
    port: env.GANTELET_PORT,
    tls,
    plainHttp: env.GANTELET_PLAIN_HTTP,
    sessionSecret: env.GANTELET_SESSION_SECRET,
    behindTls: env.GANTELET_BEHIND_TLS || tls !== null,
    trustedProxies: (env.GANTELET_TRUSTED_PROXIES ?? (env.GANTELET_BEHIND_TLS ? 'loopback' : ''))
      .split(',')
      .map((proxy) => proxy.trim())
      .filter((proxy) => proxy !== ''),
    webRoot: env.GANTELET_WEB_ROOT ?? null,
    firstCode: env.GANTELET_FIRST_CODE ?? null,
    metricsToken: env.GANTELET_METRICS_TOKEN ?? null,
    mail: mailOf(env),
    logLevel: env.GANTELET_LOG_LEVEL,
    readingsDays: env.GANTELET_READINGS_DAYS,
    mqtt: mqttOf(env),
    broker: brokerOf(env),
    ingester: env.GANTELET_INGESTER,
  };
}
