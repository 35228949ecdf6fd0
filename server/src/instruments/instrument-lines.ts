import { Injectable, Logger, type OnModuleDestroy, type OnModuleInit } from '@nestjs/common';
import { LONGEST_LINE, readHello, readInstrumentLine } from '@pentimento/core/instruments';
import type { IncomingMessage } from 'node:http';
import type { Duplex } from 'node:stream';
import { WebSocket, WebSocketServer } from 'ws';
import { ChangesService } from '../events/changes.service.js';
import { AHEAD_MIN } from '../wire/past-moment.js';
import type { Instrument } from './instrument.entity.js';
import { InstrumentsService } from './instruments.service.js';
import { LiveReadings } from './live-readings.service.js';
import { WatchesService } from './watches.service.js';

/** Where instruments connect, on the server's own address. */
export const INSTRUMENT_PATH = '/api/instruments/line';

const HELLO_MS = 5000;
const BEAT_MS = 20_000;
/** Lines that may come at once, and go on coming each second: enough to send a night that was kept in memory. */
const BURST = 600;
const PER_S = 60;
const MOST_LINES = 128;
/** Codes of WebSocket that end a line for a reason of ours. */
const NO_KEY = 4401;
const REPLACED = 4409;
const ENDED = 4403;

interface Line {
  readonly socket: WebSocket;
  instrument: Instrument | null;
  alive: boolean;
  left: number;
  filledMs: number;
  /** Lines are taken one after the other, in their order */
  work: Promise<void>;
}

/** Lines of instruments: one text message a reading, docs/instruments.md. */
@Injectable()
export class InstrumentLines implements OnModuleInit, OnModuleDestroy {
  private readonly server = new WebSocketServer({ noServer: true, maxPayload: 4 * LONGEST_LINE });
  private readonly lines = new Set<Line>();
  private readonly logger = new Logger('Instruments');
  private beat: NodeJS.Timeout | undefined;

  constructor(
    private readonly instruments: InstrumentsService,
    private readonly live: LiveReadings,
    private readonly watches: WatchesService,
    private readonly changes: ChangesService,
  ) {}

  onModuleInit(): void {
    this.changes.changes.subscribe(({ kind, id }) => {
      if (kind === 'instrument' || kind === 'all') void this.endWithdrawn(kind === 'all' ? null : id);
    });
    this.changes.tares.subscribe((id) => {
      for (const { socket, instrument } of this.lines) if (instrument?.id === id) socket.send('tare');
    });
    this.beat = setInterval(() => {
      for (const line of this.lines) {
        if (!line.alive) line.socket.terminate();
        line.alive = false;
        line.socket.ping();
      }
    }, BEAT_MS);
  }

  onModuleDestroy(): void {
    clearInterval(this.beat);
    for (const { socket } of this.lines) socket.terminate();
    this.server.close();
  }

  /** Takes an upgrade of the server's own address; of any other path nothing. */
  upgrade(request: IncomingMessage, socket: Duplex, head: Buffer): void {
    const { pathname } = new URL(request.url ?? '/', 'http://shop');
    if (pathname !== INSTRUMENT_PATH || this.lines.size >= MOST_LINES) {
      socket.end(`HTTP/1.1 ${pathname === INSTRUMENT_PATH ? '503 Service Unavailable' : '404 Not Found'}\r\nConnection: close\r\n\r\n`);
      return;
    }
    this.server.handleUpgrade(request, socket, head, (opened) => {
      this.opened(opened);
    });
  }

  private opened(socket: WebSocket): void {
    const line: Line = { socket, instrument: null, alive: true, left: BURST, filledMs: Date.now(), work: Promise.resolve() };
    this.lines.add(line);
    const late = setTimeout(() => {
      if (line.instrument === null) socket.close(NO_KEY, 'no hello');
    }, HELLO_MS);
    socket.on('pong', () => {
      line.alive = true;
    });
    socket.on('error', () => {
      socket.terminate();
    });
    socket.on('close', () => {
      clearTimeout(late);
      this.lines.delete(line);
    });
    socket.on('message', (data: Buffer, binary) => {
      line.alive = true;
      if (!mayGoOn(line)) {
        socket.send(`no more than ${String(PER_S)} lines a second`);
        return;
      }
      const text = binary ? '' : data.toString('utf8');
      line.work = line.work
        .then(() => this.said(line, text))
        .catch((error: unknown) => {
          this.logger.warn(error instanceof Error ? error.message : String(error));
          if (socket.readyState === WebSocket.OPEN) socket.send('no: the shop could not keep it, send it again');
        });
    });
  }

  private async said(line: Line, text: string): Promise<void> {
    const { socket, instrument } = line;
    if (socket.readyState !== WebSocket.OPEN) return;
    if (instrument === null) {
      await this.hello(line, text);
      return;
    }
    const read = understood(() => readInstrumentLine(text, instrument.kind));
    if (typeof read === 'string') {
      socket.send(`no ${read}`);
      return;
    }
    const at = read.at === null ? new Date() : new Date(read.at);
    if (at.getTime() > Date.now() + AHEAD_MIN * 60_000) {
      socket.send(`no at: got "${String(read.at)}", expected a moment that has come`);
      return;
    }
    await this.watches.take(instrument, read, at);
    await this.live.tell(instrument, read, at);
    // What it kept in its memory it may now forget.
    if (read.at !== null) socket.send(`kept ${read.at}`);
  }

  private async hello(line: Line, text: string): Promise<void> {
    const { socket } = line;
    const hello = understood(() => readHello(text));
    const instrument = typeof hello === 'string' ? null : await this.instruments.byKey(hello.key);
    if (instrument === null) {
      socket.send(typeof hello === 'string' ? `no ${hello}` : 'no key of this shop');
      socket.close(NO_KEY, 'no key');
      return;
    }
    for (const other of this.lines) if (other !== line && other.instrument?.id === instrument.id) other.socket.close(REPLACED, 'connected anew');
    line.instrument = instrument;
    socket.send(`welcome ${instrument.kind} ${instrument.name}`);
  }

  /** Ends lines whose key was withdrawn. */
  private async endWithdrawn(id: string | null): Promise<void> {
    const ours = [...this.lines].filter(({ instrument }) => instrument !== null && (id === null || instrument.id === id));
    if (ours.length === 0) return;
    const open = new Set((await this.instruments.list()).map((one) => one.id));
    for (const { socket, instrument } of ours) if (instrument && !open.has(instrument.id)) socket.close(ENDED, 'key withdrawn');
  }
}

/** What was read, or why it was not. */
function understood<T>(read: () => T): T | string {
  try {
    return read();
  } catch (error) {
    return error instanceof Error ? error.message : String(error);
  }
}

function mayGoOn(line: Line): boolean {
  const now = Date.now();
  line.left = Math.min(BURST, line.left + ((now - line.filledMs) * PER_S) / 1000);
  line.filledMs = now;
  if (line.left < 1) return false;
  line.left -= 1;
  return true;
}
