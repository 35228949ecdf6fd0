/** What the environment decides; read once at start. */
export interface ServerConfig {
  readonly databaseUrl: string;
  readonly port: number;
  readonly host: string;
  readonly sessionSecret: string;
  readonly secureCookies: boolean;
  /** Fill an empty database with the made-up shop and offer its people on the sign-in page */
  readonly demo: boolean;
  /** Folder of the built web application; null serves the API alone */
  readonly webRoot: string | null;
}

export const SERVER_CONFIG = Symbol('ServerConfig');

/** @throws Error that says which variable is missing */
export function readConfig(env: NodeJS.ProcessEnv): ServerConfig {
  const need = (key: string): string => {
    const value = env[key];
    if (value) return value;
    throw new Error(`${key} is not set. Start with ./pentimento demo, or set it (see DEVELOPING.md).`);
  };
  return {
    databaseUrl: need('DATABASE_URL'),
    sessionSecret: need('SESSION_SECRET'),
    port: Number(env.PORT ?? '4310'),
    host: env.HOST ?? '127.0.0.1',
    secureCookies: env.COOKIE_SECURE === '1',
    demo: env.PENTIMENTO_DEMO === '1',
    webRoot: env.WEB_ROOT ?? null,
  };
}
