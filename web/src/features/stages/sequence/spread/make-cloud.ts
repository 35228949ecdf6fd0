import { makeHelper, type Helper } from '../../../../shared/helper';
import type { CloudService } from './cloud.worker';

/** One worker of a cloud. Alone in its file, so that tests without workers can replace it. */
export const makeCloud = (): Helper<CloudService> =>
  makeHelper<CloudService>(() => new Worker(new URL('./cloud.worker.ts', import.meta.url), { type: 'module' }));
