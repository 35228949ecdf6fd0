import { wrap, type Remote } from 'comlink';
import type { CloudService } from './cloud.worker';

/** Starts one worker of a cloud. Alone in its file, so that tests without workers can replace it. */
export function makeCloud(): { service: Remote<CloudService>; stop: () => void } {
  const worker = new Worker(new URL('./cloud.worker.ts', import.meta.url), { type: 'module' });
  return {
    service: wrap<CloudService>(worker),
    stop: () => {
      worker.terminate();
    },
  };
}
