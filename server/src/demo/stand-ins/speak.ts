import { instrumentLine, LINE_PROTOCOL, type StandIn } from '@pentimento/core/instruments';
import { setTimeout as wait } from 'node:timers/promises';
import { WebSocket } from 'ws';

/** After a lost line it is opened again [ms]. */
const AGAIN_MS = 5000;
/** Lines of the past are sent with their moment, so many a second at most. */
const PAST_PER_S = 40;
/** Older readings are of the past [ms]. */
const NEWS_MS = 30_000;
/** Codes of the shop that another try does not change: no such key, withdrawn, connected elsewhere. */
const FOR_GOOD = new Set([4401, 4403, 4409]);

export interface Speaking {
  /** WebSocket address of the shop's lines */
  readonly address: string;
  readonly key: string;
  readonly standIn: StandIn;
  /** When the stand-in's clock is zero [ms since 1970] */
  readonly startMs: number;
  /** It says what it read since then first, in order, and then what it reads now; else only this */
  readonly withPast: boolean;
  /** The shop asks it to set itself to zero */
  readonly onTare?: () => void;
}

/** Speaks as a stand-in until its key counts no more. */
export async function speak(speaking: Speaking): Promise<void> {
  let saidS = speaking.withPast ? -Infinity : Math.floor((Date.now() - speaking.startMs) / 1000 / speaking.standIn.everyS) * speaking.standIn.everyS;
  for (;;) {
    const code = await new Promise<number>((resolve) => {
      const socket = new WebSocket(speaking.address);
      socket.once('close', resolve);
      socket.on('error', () => undefined);
      socket.once('open', () => {
        socket.send(`hello ${String(LINE_PROTOCOL)} ${speaking.key}`);
      });
      socket.on('message', (data: Buffer) => {
        const word = data.toString('utf8');
        if (word === 'tare') speaking.onTare?.();
        if (word.startsWith('welcome')) void say(socket, speaking, saidS, (atS) => (saidS = atS));
      });
    });
    if (FOR_GOOD.has(code)) return;
    await wait(AGAIN_MS);
  }
}

async function say(socket: WebSocket, { standIn, startMs }: Speaking, fromS: number, onSaid: (atS: number) => void): Promise<void> {
  let atS = Math.max(0, Math.ceil(fromS / standIn.everyS) * standIn.everyS);
  while (socket.readyState === WebSocket.OPEN) {
    const momentMs = startMs + atS * 1000;
    const ahead = momentMs - Date.now();
    if (ahead > 0) await wait(ahead);
    const past = -ahead > NEWS_MS;
    for (const line of standIn.read(atS)) socket.send(instrumentLine(past ? { ...line, at: new Date(momentMs).toISOString() } : line));
    onSaid(atS);
    atS += standIn.everyS;
    if (past) await wait(1000 / PAST_PER_S);
  }
}
