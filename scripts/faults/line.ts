import {
  Agent,
  createServer,
  type IncomingMessage,
  request,
  type Server,
  type ServerResponse,
} from 'node:http';
import type { AddressInfo } from 'node:net';

/** What can happen to a request on its way. */
export const LINE_FAULTS = ['lost-request', 'lost-answer', 'truncated', 'delayed', 'doubled'] as const;
export type LineFault = (typeof LINE_FAULTS)[number];

/**
 * A line to servers that can be bad: it stands between tablets and the servers, and hands requests to one after the other. A server
 * that takes no request is passed over, as a proxy does it.
 */
export interface Line {
  address: string;
  /** The next requests meet this. */
  spoil(fault: LineFault, requests: number): void;
  /** Nothing comes through at all, until it does again. */
  cut(isCut: boolean): void;
  close(): Promise<void>;
}

interface Reply {
  status: number;
  headers: NodeJS.Dict<string | string[]>;
  body: Buffer;
}

const DELAY_MS = 700;

function forward(
  port: number,
  method: string,
  path: string,
  headers: NodeJS.Dict<string | string[]>,
  body: Buffer,
  agent: Agent | false,
): Promise<Reply> {
  return new Promise((resolve, reject) => {
    const call = request({ host: '127.0.0.1', port, method, path, headers, agent }, (answer) => {
      const chunks: Buffer[] = [];
      answer.on('data', (chunk: Buffer) => chunks.push(chunk));
      answer.on('error', reject);
      answer.on('end', () =>
        resolve({
          status: answer.statusCode ?? 502,
          headers: answer.headers,
          body: Buffer.concat(chunks),
        }),
      );
    });
    call.on('error', reject);
    call.end(body);
  });
}

/** Bodies of more than this are handed on as they come, in bytes: a proxy does not wait for the whole of them. */
const STREAMED_FROM = 1_000_000;

/** Hands a large body on while it comes, and the answer back as soon as there is one, also where that is before the body’s end. */
function stream(
  port: number,
  incoming: IncomingMessage,
  outgoing: ServerResponse,
  headers: NodeJS.Dict<string | string[]>,
): void {
  const { method, url } = incoming;
  const call = request({ host: '127.0.0.1', port, method, path: url, headers, agent: false }, (answer) => {
    const { connection: _kept, ...kept } = answer.headers;
    // What still comes of a refused body is let go: whoever is cut off while sending may never see the answer.
    incoming.unpipe(call);
    incoming.resume();
    outgoing.writeHead(answer.statusCode ?? 502, kept);
    answer.pipe(outgoing);
    answer.on('error', () => outgoing.destroy());
  });
  // A server that has refused a body takes no more of it; its answer is on its way all the same.
  call.on('error', () => {
    if (!outgoing.headersSent) outgoing.destroy();
  });
  incoming.on('error', () => call.destroy());
  outgoing.on('close', () => call.destroy());
  incoming.pipe(call);
}

/**
 * Opens a line to ports on loopback.
 * @param targets the ports that the servers listen on now.
 * @param staysOpen keeps its connections to them, as a proxy in front of servers that stay does.
 */
export async function openLine(
  targets: () => readonly number[],
  { staysOpen = false }: { staysOpen?: boolean } = {},
): Promise<Line> {
  const agent = staysOpen && new Agent({ keepAlive: true });
  let turn = 0;
  let isDown = false;
  let fault: LineFault | null = null;
  let left = 0;
  const server: Server = createServer((incoming, outgoing) => {
    if (left === 0 && !isDown && Number(incoming.headers['content-length'] ?? 0) > STREAMED_FROM) {
      const { host: _host, connection: _connection, ...headers } = incoming.headers;
      turn += 1;
      const ports = targets();
      stream(ports[turn % ports.length] ?? 0, incoming, outgoing, headers);
      return;
    }
    const chunks: Buffer[] = [];
    incoming.on('data', (chunk: Buffer) => chunks.push(chunk));
    incoming.on('end', () => void pass(Buffer.concat(chunks)));
    async function pass(body: Buffer): Promise<void> {
      const now = left > 0 ? fault : null;
      left = Math.max(0, left - 1);
      const { host: _host, connection: _connection, ...headers } = incoming.headers;
      const send = async () => {
        const ports = targets();
        turn += 1;
        for (let tries = 0; ; tries += 1) {
          const port = ports[(turn + tries) % ports.length] ?? 0;
          try {
            return await forward(port, incoming.method ?? 'GET', incoming.url ?? '/', headers, body, agent);
          } catch (error) {
            // Only what never arrived is handed to the next.
            if ((error as { code?: string }).code !== 'ECONNREFUSED' || tries + 1 >= ports.length)
              throw error;
          }
        }
      };
      try {
        if (isDown || now === 'lost-request') return void outgoing.destroy();
        if (now === 'delayed') await new Promise((resolve) => setTimeout(resolve, DELAY_MS));
        const [reply] = now === 'doubled' ? await Promise.all([send(), send()]) : [await send()];
        if (!reply || now === 'lost-answer') return void outgoing.destroy();
        const { 'transfer-encoding': _encoding, connection: _kept, ...kept } = reply.headers;
        outgoing.writeHead(reply.status, { ...kept, 'content-length': reply.body.length });
        if (now === 'truncated') {
          outgoing.write(reply.body.subarray(0, Math.floor(reply.body.length / 2)), () => outgoing.destroy());
          return;
        }
        outgoing.end(reply.body);
      } catch {
        // The server is away: so is the line.
        outgoing.destroy();
      }
    }
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  return {
    address: `http://127.0.0.1:${(server.address() as AddressInfo).port}`,
    cut(isCut) {
      isDown = isCut;
    },
    spoil(next, requests) {
      fault = next;
      left = requests;
    },
    close: () =>
      new Promise((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}
