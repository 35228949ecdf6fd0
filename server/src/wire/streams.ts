import { Injectable } from '@nestjs/common';
import { defer, finalize, type Observable } from 'rxjs';
import { ProblemException } from '../errors/problem.js';

/** Event streams that one person may have open at once in this process: a few pages, not a thousand. */
const MOST_STREAMS = 6;

@Injectable()
export class StreamLimit {
  private readonly open = new Map<string, number>();

  /** Counts a person's stream while it runs. @throws ProblemException 429 when too many run */
  within<T>(personId: string, stream: Observable<T>): Observable<T> {
    if ((this.open.get(personId) ?? 0) >= MOST_STREAMS)
      throw new ProblemException(429, 'too-many-streams', `You have ${String(MOST_STREAMS)} live pages open. Close one, then load this one again.`);
    this.add(personId, 1);
    let over = false;
    return defer(() => stream).pipe(
      finalize(() => {
        if (!over) this.add(personId, -1);
        over = true;
      }),
    );
  }

  private add(personId: string, change: number): void {
    const count = (this.open.get(personId) ?? 0) + change;
    if (count > 0) this.open.set(personId, count);
    else this.open.delete(personId);
  }
}
