import { WebSocket } from 'ws';
import { browser } from './browser';

/** An instrument's end of its line, as a real device or its adapter would hold it (docs/instruments.md). */
export class InstrumentLine {
  readonly heard: string[] = [];
  private constructor(private readonly socket: WebSocket) {
    socket.on('message', (data: Buffer) => this.heard.push(data.toString('utf8')));
  }

  static async open(hello: string): Promise<InstrumentLine> {
    const socket = new WebSocket(`${browser.baseURL.replace(/^http/, 'ws')}/api/instruments/line`);
    const line = new InstrumentLine(socket);
    await new Promise((resolve, reject) => socket.once('open', resolve).once('error', reject));
    socket.send(hello);
    await line.hears(/^welcome/);
    return line;
  }

  say(line: string): void {
    this.socket.send(line);
  }

  async hears(what: RegExp): Promise<void> {
    for (let tries = 0; tries < 400; tries++) {
      if (this.heard.some((line) => what.test(line))) return;
      await new Promise((resolve) => setTimeout(resolve, 25));
    }
    throw new Error(`heard ${JSON.stringify(this.heard.slice(-5))}, not ${String(what)}`);
  }

  close(): void {
    this.socket.close();
  }
}
