/** The part of autocannon that is used here; it ships no types. */
declare module 'autocannon' {
  interface Options {
    readonly url: string;
    readonly connections: number;
    /** [s] */
    readonly duration: number;
    readonly headers?: Readonly<Record<string, string>>;
    /** Requests a second over all connections */
    readonly overallRate?: number;
  }
  interface Result {
    readonly requests: { readonly total: number };
    /** Of the measurement, as it was [s] */
    readonly duration: number;
    /** [ms] */
    readonly latency: { readonly p50: number; readonly p99: number };
    readonly non2xx: number;
    readonly errors: number;
  }
  export default function autocannon(options: Options): Promise<Result>;
}
