/** What the environment decides; read once at start. */
export interface ServerConfig {
  /** Where the application works, in a role that cannot change the schema */
  readonly databaseUrl: string;
  /** The same database in the role that owns and migrates it; databaseUrl where there is one role for both */
  readonly ownerUrl: string;
  readonly port: number;
  readonly host: string;
  readonly sessionSecret: string;
  readonly secureCookies: boolean;
  /**
   * Who may speak for the visitor (X-Forwarded-For, -Proto, -Host): how many proxies stand before the server, or their addresses as
   * Express knows them ("loopback", "10.0.0.0/8"). null: nobody.
   */
  readonly trustProxy: number | string | null;
  /** Address at which people reach the shop, for codes on paper and as the only Host that is answered; null: as each request says */
  readonly publicUrl: string | null;
  /** Fill an empty database with the made-up shop and offer its people on the sign-in page */
  readonly demo: boolean;
  /** Somebody else migrated the database: this process works in it only */
  readonly prepared: boolean;
  /** Files of certificate and key; null: http alone */
  readonly tls: { readonly certificate: string; readonly key: string } | null;
  /** Certificate of the shop's own authority, for tablets to trust; null: there is none */
  readonly authority: string | null;
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
    ownerUrl: env.DATABASE_OWNER_URL ?? need('DATABASE_URL'),
    prepared: env.PENTIMENTO_PREPARED === '1',
    tls: env.CERTIFICATE && env.CERTIFICATE_KEY ? { certificate: env.CERTIFICATE, key: env.CERTIFICATE_KEY } : null,
    authority: env.AUTHORITY ? env.AUTHORITY : null,
    sessionSecret: need('SESSION_SECRET'),
    port: Number(env.PORT ?? '4310'),
    host: env.HOST ?? '127.0.0.1',
    secureCookies: env.COOKIE_SECURE === '1',
    trustProxy: trustOf(env.TRUST_PROXY),
    publicUrl: publicUrlOf(env.PUBLIC_URL),
    demo: env.PENTIMENTO_DEMO === '1',
    webRoot: env.WEB_ROOT ?? null,
  };
}

function trustOf(said: string | undefined): number | string | null {
  if (said === undefined || said === '' || said === '0') return null;
  return /^\d+$/.test(said) ? Number(said) : said;
}

function publicUrlOf(said: string | undefined): string | null {
  if (said === undefined || said === '') return null;
  if (URL.canParse(said) && /^https?:$/.test(new URL(said).protocol)) return new URL(said).origin;
  throw new Error(`PUBLIC_URL is "${said}". Give the address people type, like https://shop.example.`);
}
