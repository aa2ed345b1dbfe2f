import { Inject, Injectable } from '@nestjs/common';
import { CONFIG, type Config } from './config.ts';
import { isSecure } from './http/cookies.ts';

/** Where visitors' pages answer: `http://<client>.localhost:4310`, a host apart from the app's. */
@Injectable()
export class SiteAddress {
  private port: number;
  /** Clients' own hosts that are served, each with its client's address name, the one added first first. */
  private readonly hosts = new Map<string, string>();

  constructor(@Inject(CONFIG) private readonly config: Config) {
    this.port = config.port;
  }

  /** The port is known only once the server listens, when any free one was asked for. */
  listensOn(port: number): void {
    this.port = port;
  }

  /** Where this process answers on its own machine. */
  own(): string {
    return `http://127.0.0.1:${this.port}`;
  }

  /** Where people reach the app, without a trailing slash. */
  app(): string {
    return this.config.origin ?? `http://localhost:${this.port}`;
  }

  /** A client's local address, which it has in any case. */
  of(clientSlug: string): string {
    return this.at(`${clientSlug}.${this.config.sites}`);
  }

  /** The address that a client's pages are known by: its own host where one is right, else its local address. */
  known(clientSlug: string): string {
    for (const [host, slug] of this.hosts) if (slug === clientSlug) return this.at(host);
    return this.of(clientSlug);
  }

  /** From now on a host leads to a client. */
  serve(host: string, clientSlug: string): void {
    this.hosts.set(host, clientSlug);
  }

  /** From now on these hosts lead to a client, in their order, and no others do. */
  serveOnly(clientSlug: string, hosts: readonly string[]): void {
    for (const [host, slug] of this.hosts) if (slug === clientSlug) this.hosts.delete(host);
    for (const host of hosts) this.serve(host, clientSlug);
  }

  /** Whether a host is the program's own and no client can have it. */
  isOurs(host: string): boolean {
    const { sites, target } = this.config;
    return (
      this.isApp(host) ||
      [sites, target.name].some((own) => host === own || host.endsWith(`.${own}`))
    );
  }

  target(): { name: string; ip: string } {
    return this.config.target;
  }

  private at(host: string): string {
    const port = this.config.origin ? new URL(this.config.origin).port : String(this.port);
    return `${isSecure(this.config) ? 'https' : 'http'}://${host}${port ? `:${port}` : ''}`;
  }

  /** The client's address name in a Host header, or null for the app's own host. */
  clientIn(host: string): string | null {
    const name = host.replace(/:\d*$/, '').toLowerCase().replace(/\.$/, '');
    if (this.isApp(name)) return null;
    const own = this.hosts.get(name);
    if (own !== undefined) return own;
    const suffix = `.${this.config.sites}`;
    return name.endsWith(suffix) ? name.slice(0, -suffix.length) : '';
  }

  isApp(name: string): boolean {
    if (this.config.origin)
      return name === new URL(this.config.origin).hostname || name === '127.0.0.1';
    return name === 'localhost' || name === '127.0.0.1' || name === '[::1]';
  }
}
