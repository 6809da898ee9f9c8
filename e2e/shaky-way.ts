import { type Server, type ServerResponse, createServer, request } from 'node:http';
import type { AddressInfo, Socket } from 'node:net';

/**
 * The way between a device and the book, which a test can cut, and on which replies can get lost after the book has done what
 * it was asked. Real connections all along.
 */
export class ShakyWay {
  private readonly sockets = new Set<Socket>();
  private server: Server;
  private port = 0;
  /** Replies to posts are thrown away from now on. */
  losesReplies = false;
  /** So many replies were thrown away. */
  lost = 0;

  /** @param to where the book is served, such as http://127.0.0.1:3000 */
  constructor(private readonly to: string) {
    this.server = this.made();
  }

  private made(): Server {
    const server = createServer((asked, reply) => {
      const passed = request(
        new URL(asked.url ?? '/', this.to),
        { method: asked.method ?? 'GET', headers: asked.headers },
        (answer) => {
          if (this.losesReplies && asked.method === 'POST' && asked.url?.startsWith('/api/')) {
            // The book has answered: what it was asked for is done.
            answer.resume();
            this.lost += 1;
            asked.socket.destroy();
            return;
          }
          reply.writeHead(answer.statusCode ?? 502, answer.headers);
          answer.pipe(reply);
        },
      );
      passed.on('error', () => away(reply));
      asked.pipe(passed);
    });
    server.on('connection', (socket) => {
      this.sockets.add(socket);
      socket.on('close', () => this.sockets.delete(socket));
    });
    return server;
  }

  /** Opens the way; the second time at the same address. */
  async open(): Promise<string> {
    this.server = this.made();
    await new Promise<void>((resolve) => this.server.listen(this.port, '127.0.0.1', resolve));
    this.port = (this.server.address() as AddressInfo).port;
    return `http://127.0.0.1:${this.port}`;
  }

  /** Nobody gets through: connections are refused, those that are open break. */
  async cut(): Promise<void> {
    const closed = new Promise<void>((resolve) => this.server.close(() => resolve()));
    for (const socket of this.sockets) socket.destroy();
    await closed;
  }
}

/** A book that is stopped answers nothing at all. */
const away = (reply: ServerResponse) => reply.destroy();
