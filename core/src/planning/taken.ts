/** How much of a thing is taken when. */
export class Taken {
  private readonly spans: { readonly fromMin: number; readonly toMin: number; readonly count: number }[] = [];

  /** @param most of it that there is */
  constructor(private readonly most: number) {}

  /** So many spans are taken now: `backTo` undoes what is taken after. */
  get mark(): number {
    return this.spans.length;
  }

  backTo(mark: number): void {
    this.spans.length = mark;
  }

  add(fromMin: number, toMin: number, count: number): void {
    if (count > 0) this.spans.push({ fromMin, toMin, count });
  }

  /** Earliest moment after which enough is free again, if it is not free for this long from a moment on; null: it is free. */
  blockedUntil(fromMin: number, toMin: number, count: number): number | null {
    if (count <= 0) return null;
    if (count > this.most) return Infinity;
    const here = this.spans.filter((span) => span.fromMin < toMin && span.toMin > fromMin);
    const moments = [fromMin, ...here.map((span) => span.fromMin).filter((at) => at > fromMin)];
    for (const at of moments) {
      const now = here.filter((span) => span.fromMin <= at && span.toMin > at);
      if (now.reduce((sum, span) => sum + span.count, 0) + count > this.most) return Math.min(...now.map((span) => span.toMin));
    }
    return null;
  }
}
