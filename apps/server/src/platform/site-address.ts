import { Inject, Injectable } from '@nestjs/common';
import { CONFIG, type Config } from './config.ts';

/** Where visitors' pages answer: `http://<client>.localhost:4310`, a host apart from the app's. */
@Injectable()
export class SiteAddress {
  private port: number;

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

  of(clientSlug: string): string {
    const secure = this.config.origin?.startsWith('https:');
    const port = this.config.origin ? new URL(this.config.origin).port : String(this.port);
    return `${secure ? 'https' : 'http'}://${clientSlug}.${this.config.sites}${port ? `:${port}` : ''}`;
  }

  /** The client's address name in a Host header, or null for the app's own host. */
  clientIn(host: string): string | null {
    const name = host.replace(/:\d*$/, '').toLowerCase().replace(/\.$/, '');
    if (this.isApp(name)) return null;
    const suffix = `.${this.config.sites}`;
    return name.endsWith(suffix) ? name.slice(0, -suffix.length) : '';
  }

  private isApp(name: string): boolean {
    if (this.config.origin)
      return name === new URL(this.config.origin).hostname || name === '127.0.0.1';
    return name === 'localhost' || name === '127.0.0.1' || name === '[::1]';
  }
}
