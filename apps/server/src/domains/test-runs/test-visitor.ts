import { request as ask, type IncomingHttpHeaders } from 'node:http';

export interface VisitorResponse {
  status: number;
  headers: IncomingHttpHeaders;
  body: string;
  /** From the first byte asked to the last one heard, in ms. */
  took: number;
}

const patience = 10_000;

/** A browser as far as a test run needs one: real HTTP to this program, under a client's host, with the cookies it is given. */
export class TestVisitor {
  private readonly cookies = new Map<string, string>();

  constructor(
    /** Where the program listens, and as which host it is asked. */
    private readonly to: { port: number; host: string },
    private readonly headers: Record<string, string>,
  ) {}

  get(path: string): Promise<VisitorResponse> {
    return this.send('GET', path);
  }

  post(path: string, form: Record<string, string>): Promise<VisitorResponse> {
    return this.send('POST', path, new URLSearchParams(form).toString());
  }

  private send(method: 'GET' | 'POST', path: string, body?: string): Promise<VisitorResponse> {
    const began = performance.now();
    const cookie = [...this.cookies].map(([name, value]) => `${name}=${value}`).join('; ');
    return new Promise((resolve, reject) => {
      const sent = ask(
        {
          host: '127.0.0.1',
          port: this.to.port,
          method,
          path,
          timeout: patience,
          headers: {
            ...this.headers,
            host: this.to.host,
            ...(cookie && { cookie }),
            ...(body !== undefined && {
              'content-type': 'application/x-www-form-urlencoded',
              'content-length': Buffer.byteLength(body),
            }),
          },
        },
        (answer) => {
          const parts: Buffer[] = [];
          answer.on('data', (part: Buffer) => parts.push(part));
          answer.on('error', reject);
          answer.on('end', () => {
            this.keep(answer.headers['set-cookie'] ?? []);
            resolve({
              status: answer.statusCode ?? 0,
              headers: answer.headers,
              body: Buffer.concat(parts).toString(),
              took: Math.round(performance.now() - began),
            });
          });
        },
      );
      sent.on('timeout', () => sent.destroy(new Error('No answer within ten seconds.')));
      sent.on('error', reject);
      sent.end(body);
    });
  }

  private keep(cookies: string[]): void {
    for (const line of cookies) {
      const [, name, value] = /^([^=]+)=([^;]*)/.exec(line) ?? [];
      if (name) this.cookies.set(name, value!);
    }
  }
}
