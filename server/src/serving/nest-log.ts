import type { LoggerService } from '@nestjs/common';
import type { Logger } from 'pino';

/** The framework's words as lines of the same log. */
export function nestLog(log: Logger): LoggerService {
  const say =
    (level: 'info' | 'error' | 'warn' | 'debug') =>
    (message: unknown, ...rest: unknown[]): void => {
      const context = rest.at(-1);
      log[level](
        { ...(typeof context === 'string' ? { context } : {}) },
        message instanceof Error ? (message.stack ?? message.message) : String(message),
      );
    };
  return { log: say('debug'), error: say('error'), warn: say('warn'), debug: say('debug'), verbose: say('debug'), fatal: say('error') };
}
