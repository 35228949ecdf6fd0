import { Injectable, UseInterceptors, type CallHandler, type ExecutionContext, type NestInterceptor } from '@nestjs/common';
import type { Request, Response } from 'express';
import { LRUCache } from 'lru-cache';
import { concatMap, from, lastValueFrom, of, type Observable } from 'rxjs';
import { DataSource } from 'typeorm';
import { weakTag } from './edition.js';

declare module 'express-serve-static-core' {
  interface Request {
    /** What of the database this request could see as its person was read: its snapshot's text */
    snapshot?: string;
    /** Tag of the answer that this process has from before: whoever finds it to be the one still need not read it again */
    keptTag?: string;
  }
}

/** All answers that are kept together [characters]. */
const MOST_KEPT = 24_000_000;

interface Kept {
  readonly snapshot: string;
  readonly text: string;
  readonly etag: string;
}

interface Asked {
  readonly address: string;
  readonly snapshot: string;
}

/** Transactions that are committed to whoever looks now; the same text twice: nothing was committed in between. */
export const SNAPSHOT = 'pg_current_snapshot()::text';

/** Answers of this process as they were given, and what is being read just now. */
@Injectable()
export class KeptAnswers {
  private readonly kept = new LRUCache<string, Kept>({ maxSize: MOST_KEPT, sizeCalculation: ({ text }) => text.length + 1 });
  /** What is being read, by address */
  private readonly running = new Map<string, { readonly snapshot: string; readonly answer: Promise<Kept | null> }>();

  constructor(private readonly database: DataSource) {}

  of({ address, snapshot }: Asked): Kept | null {
    const known = this.kept.get(address);
    return known?.snapshot === snapshot ? known : null;
  }

  /** Read once for all who ask while it is read and saw the same when they came; null: whoever reads it has it already. */
  shared({ address, snapshot }: Asked, request: Request, next: CallHandler): Promise<Kept | null> {
    const running = this.running.get(address);
    if (running?.snapshot === snapshot) return running.answer;
    const answer = this.read({ address, snapshot }, request, next).finally(() => {
      if (this.running.get(address)?.answer === answer) this.running.delete(address);
    });
    this.running.set(address, { snapshot, answer });
    return answer;
  }

  private async read({ address, snapshot }: Asked, request: Request, next: CallHandler): Promise<Kept | null> {
    const { res: response } = request;
    if (!response) throw new Error(`${address} is asked without an answer to give`);
    const before = this.kept.get(address);
    if (before) request.keptTag = before.etag;
    const body: unknown = await lastValueFrom(next.handle(), { defaultValue: undefined });
    const etag = response.getHeader('etag');
    const same = body === undefined && response.statusCode === 304 && before?.etag === etag ? before : null;
    if (!same && (body === undefined || response.statusCode !== 200)) return null;
    response.status(200);
    const text = same?.text ?? (typeof body === 'string' ? body : JSON.stringify(body));
    const kept = { snapshot, text, etag: String(etag ?? weakTag(text)) };
    void this.keep(address, kept);
    return kept;
  }

  /** Only if nothing was committed while it was read. */
  private async keep(address: string, kept: Kept): Promise<void> {
    const rows = await this.database.query<{ now: string }[]>(`select ${SNAPSHOT} as now`).catch(() => []);
    if (rows.at(0)?.now === kept.snapshot) this.kept.set(address, kept);
  }
}

/**
 * Gives an answer again while not a single transaction was committed since it was read: by whichever process, that is seen in the snapshot which
 * comes with the person of every request. So nobody ever reads what is not so any more. Only on the routes that ask for it: where any
 * interceptor stands before a stream of events, what its route refuses would come too late for a status.
 */
@Injectable()
class SameAnswer implements NestInterceptor {
  constructor(private readonly answers: KeptAnswers) {}

  intercept(context: ExecutionContext, next: CallHandler): Observable<unknown> {
    const request = context.switchToHttp().getRequest<Request>();
    const { snapshot, originalUrl: address } = request;
    if (snapshot === undefined) return next.handle();
    const response = context.switchToHttp().getResponse<Response>();
    const known = this.answers.of({ address, snapshot });
    if (known) return of(given(request, response, known));
    return from(this.answers.shared({ address, snapshot }, request, next)).pipe(
      concatMap((kept) => (kept === null ? (response.statusCode === 304 ? of(undefined) : next.handle()) : of(given(request, response, kept)))),
    );
  }
}

/**
 * For a route whose answer follows from its address and the database alone: not from the clock, its asker, or this process.
 * As long as the database stands where it stood, the answer is given again as it was.
 */
export const SameWhileUnchanged = (): MethodDecorator => UseInterceptors(SameAnswer);

function given(request: Request, response: Response, { text, etag }: Kept): string | undefined {
  response.setHeader('etag', etag);
  if (request.headers['if-none-match'] === etag) {
    response.status(304);
    return undefined;
  }
  response.type('application/json');
  return text;
}
