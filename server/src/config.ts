import * as z from 'zod';

/** The configuration of the process. Everything has a default except the database. */
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
  GANTELET_WEBHOOK_NETWORKS: z.string().default(''),
  GANTELET_DATA_FOLDER: z.string().optional(),
  GANTELET_LOG_LEVEL: z.enum(['fatal', 'error', 'warn', 'info', 'debug', 'silent']).default('warn'),
});

export interface DatabaseConfig {
  readonly host: string;
  readonly port: number;
  readonly name: string;
  readonly user: string;
  readonly password: string;
}

/** Where Gantelet's own broker is, and what a server instance authenticates to it with. */
export interface MqttConfig {
  readonly host: string;
  readonly port: number;
  readonly secret: string;
}

/** The broker that gauges and counters talk to, ours or an external one, and our credentials for it. */
export interface BrokerConfig {
  /** `mqtt://` or, by TLS, `mqtts://`. */
  readonly url: string;
  readonly secret: string;
}

export interface Config {
  readonly database: DatabaseConfig;
  /** Address to listen on: loopback unless configured otherwise. */
  readonly host: string;
  readonly port: number;
  /** The server's own certificate files; null without. */
  readonly tls: { readonly certFile: string; readonly keyFile: string } | null;
  /** Set by someone who accepts that passwords cross the network in the clear. */
  readonly plainHttp: boolean;
  readonly sessionSecret: string;
  /** Set when browsers use TLS, to a proxy in front or to this server: cookies are then marked Secure. */
  readonly behindTls: boolean;
  /**
   * Addresses or networks of the proxies in front: only they are trusted to say where a request came from, and how.
   */
  readonly trustedProxies: readonly string[];
  /** Folder of the built web application; null to serve only the API. */
  readonly webRoot: string | null;
  /** The code that an empty works is set up with; null when nobody may do so. */
  readonly firstCode: string | null;
  /** The token that a monitoring system reads the metrics with; null gives them to nobody. */
  readonly metricsToken: string | null;
  /** Null without a mail server: mails stay in the application, where they can be read. */
  readonly mail: { readonly url: string; readonly from: string } | null;
  /** Networks inside the shop, such as `10.1.0.0/16`, that webhooks may go to besides public addresses. */
  readonly webhookNetworks: readonly string[];
  /** Folder on the disk of the database; null where it is on another machine. */
  readonly dataFolder: string | null;
  readonly logLevel: string;
  /** Days that raw counter readings are stored; the hours made from them are kept for good. */
  readonly readingsDays: number;
  /** Null when we run no broker. */
  readonly mqtt: MqttConfig | null;
  /** Null without devices. */
  readonly broker: BrokerConfig | null;
  /** Name of the ingester for an external broker: unique to each one running, the same after a restart. */
  readonly ingester: string;
}

function brokerOf(env: z.infer<typeof Environment>): BrokerConfig | null {
  const { GANTELET_BROKER: url, GANTELET_MQTT_SECRET: secret } = env;
  if (url === undefined) return reachedAt(mqttOf(env));
  if (secret === undefined) throw new Error('Environment: GANTELET_BROKER needs GANTELET_MQTT_SECRET');
  return { url, secret };
}

/** How to reach our own broker. */
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

/** What stands between commas. */
const listIn = (text: string): readonly string[] =>
  text
    .split(',')
    .map((part) => part.trim())
    .filter((part) => part !== '');

/** Whether only this machine can reach the server. */
export const isLoopback = ({ host }: Pick<Config, 'host'>): boolean =>
  ['127.0.0.1', '::1', 'localhost'].includes(host);

/**
 * Why the server must not listen on the configured address; null when it may. A demo, whose passwords are public,
 * must not be reachable from outside, and passwords cross a network only over TLS unless someone accepts the risk.
 */
export function whyNotListen(config: Config, isDemo: boolean): string | null {
  const { host, behindTls, plainHttp } = config;
  if (isLoopback(config)) return null;
  if (isDemo)
    return `GANTELET_HOST is ${host}, but this is the demo, whose passwords are public. It listens on loopback only.`;
  if (behindTls || plainHttp) return null;
  return (
    `GANTELET_HOST is ${host}, and passwords would cross the network in the clear. Set GANTELET_TLS_CERT and ` +
    'GANTELET_TLS_KEY, or GANTELET_BEHIND_TLS behind a proxy, or GANTELET_PLAIN_HTTP=true to accept it.'
  );
}

/** Reads the environment. Throws an error naming each variable that is missing or wrong. */
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
    trustedProxies: listIn(env.GANTELET_TRUSTED_PROXIES ?? (env.GANTELET_BEHIND_TLS ? 'loopback' : '')),
    webRoot: env.GANTELET_WEB_ROOT ?? null,
    firstCode: env.GANTELET_FIRST_CODE ?? null,
    metricsToken: env.GANTELET_METRICS_TOKEN ?? null,
    mail: mailOf(env),
    webhookNetworks: listIn(env.GANTELET_WEBHOOK_NETWORKS),
    dataFolder: env.GANTELET_DATA_FOLDER ?? null,
    logLevel: env.GANTELET_LOG_LEVEL,
    readingsDays: env.GANTELET_READINGS_DAYS,
    mqtt: mqttOf(env),
    broker: brokerOf(env),
    ingester: env.GANTELET_INGESTER,
  };
}
