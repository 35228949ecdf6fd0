import { Injectable, type OnModuleDestroy } from '@nestjs/common';
import type { Checked, check, evidence, figures, forecast, judge } from '@pentimento/core/threads';
import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { Threads } from '../threads/threads.js';

/** Built core: what a thread runs. */
const CORE = new URL('../../../core/dist/', import.meta.url);
const ENTRY = fileURLToPath(new URL('threads/index.js', CORE));

/** Simulates and judges plans in threads. */
@Injectable()
export class ThreadsService implements OnModuleDestroy {
  private readonly checks = new Threads<Parameters<typeof check>[0], Checked>(ENTRY, 'check');
  private readonly judgings = new Threads<Parameters<typeof judge>[0], ReturnType<typeof judge>>(ENTRY, 'judge');
  private readonly forecasts = new Threads<Parameters<typeof forecast>[0], ReturnType<typeof forecast>>(
    ENTRY,
    'forecast',
    'When molds will stick takes too long to work out for so many records. Ask again later.',
  );
  private readonly evidences = new Threads<Parameters<typeof evidence>[0], ReturnType<typeof evidence>>(ENTRY, 'evidence');
  private readonly figuring = new Threads<Parameters<typeof figures>[0], ReturnType<typeof figures>>(ENTRY, 'figures');
  /** Of the rules that judge: another build of core judges anew */
  readonly rulesVersion = fingerprint(fileURLToPath(CORE));

  check(task: Parameters<typeof check>[0]): Promise<Checked> {
    return this.checks.run(task);
  }

  judge(task: Parameters<typeof judge>[0]): Promise<ReturnType<typeof judge>> {
    return this.judgings.run(task);
  }

  forecast(molds: Parameters<typeof forecast>[0]): Promise<ReturnType<typeof forecast>> {
    return this.forecasts.run(molds);
  }

  evidence(build: Parameters<typeof evidence>[0]): Promise<ReturnType<typeof evidence>> {
    return this.evidences.run(build);
  }

  figures(build: Parameters<typeof figures>[0]): Promise<ReturnType<typeof figures>> {
    return this.figuring.run(build);
  }

  async onModuleDestroy(): Promise<void> {
    await Promise.all([this.checks.destroy(), this.judgings.destroy(), this.forecasts.destroy(), this.evidences.destroy(), this.figuring.destroy()]);
  }
}

function fingerprint(folder: string): string {
  const hash = createHash('sha256');
  const files = readdirSync(folder, { recursive: true, encoding: 'utf8' }).filter((file) => file.endsWith('.js'));
  for (const file of files.sort()) hash.update(file).update(readFileSync(folder + file));
  return hash.digest('hex').slice(0, 16);
}
