import { present } from '@oakbell/core/present';
import { LINE_OVER } from '@oakbell/core/companion';

/** How a line stands. The last ones are for good: refused, the room is over, idle for too long, cut off by the teacher. */
export type LineState = 'opening' | 'open' | 'lost' | keyof typeof LINE_OVER;

const OVER = new Map<number, keyof typeof LINE_OVER>(
  Object.entries(LINE_OVER).map(([state, code]) => [code, state as keyof typeof LINE_OVER]),
);

interface Events<In> {
  readonly message: (message: In) => void;
  readonly state: (state: LineState) => void;
}
/** First and longest wait before a lost line is tried again, in ms. */
const FIRST_WAIT = 300;
const LONGEST_WAIT = 4000;
/** A line that never opened so many times in a row is refused: its room is gone. */
const TRIES = 6;

/** A WebSocket that comes back by itself. What is said while it is lost is not kept: who must be heard says it again. */
export class Line<In, Out> {
  #socket: WebSocket | null = null;
  #closed = false;
  #failed = 0;
  #wait = FIRST_WAIT;
  #timer: ReturnType<typeof setTimeout> | undefined;
  readonly #query: string;
  readonly #events: Events<In>;

  constructor(query: Readonly<Record<string, string>>, events: Events<In>) {
    this.#query = new URLSearchParams(query).toString();
    this.#events = events;
    this.#open();
  }

  get isOpen(): boolean {
    return this.#socket?.readyState === WebSocket.OPEN;
  }

  send(message: Out): void {
    if (this.isOpen) present(this.#socket).send(JSON.stringify(message));
  }

  close(): void {
    this.#closed = true;
    clearTimeout(this.#timer);
    this.#socket?.close();
  }

  #open(): void {
    this.#events.state('opening');
    const scheme = location.protocol === 'https:' ? 'wss' : 'ws';
    const socket = new WebSocket(`${scheme}://${location.host}/api/companion/line?${this.#query}`);
    this.#socket = socket;
    socket.onopen = () => {
      this.#failed = 0;
      this.#wait = FIRST_WAIT;
      this.#events.state('open');
    };
    socket.onmessage = ({ data }: MessageEvent<string>) => this.#events.message(JSON.parse(data) as In);
    socket.onclose = ({ code }: CloseEvent) => {
      if (this.#closed) return;
      const over = OVER.get(code);
      if (over) return this.#events.state(over);
      this.#failed += 1;
      if (this.#failed > TRIES) return this.#events.state('refused');
      this.#events.state('lost');
      this.#timer = setTimeout(() => this.#open(), this.#wait);
      this.#wait = Math.min(LONGEST_WAIT, this.#wait * 2);
    };
  }
}
