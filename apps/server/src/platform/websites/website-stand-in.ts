import { readFile } from 'node:fs/promises';
import { createServer, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { extname } from 'node:path';

/** Websites of businesses that do not exist, by host: each a folder of ordinary files. */
const websites: Record<string, URL> = {
  'ledgeline-roofing.test': new URL('../../../websites/ledgeline-roofing/', import.meta.url),
  // Where people of a demo client keep their own calendars.
  'calendars.port-alder.test': new URL('../../../websites/port-alder-calendars/', import.meta.url),
};
/** The photographs on them are the example pictures that ship with the program. */
const photographs = new URL('../../../pictures/examples/', import.meta.url);

const types: Record<string, string> = {
  '.html': 'text/html; charset=utf-8',
  '.css': 'text/css',
  '.ics': 'text/calendar; charset=utf-8',
  '.png': 'image/png',
  '.webp': 'image/webp',
};

/** A web server on loopback with the websites of made-up businesses, for the demo and the tests. */
export class WebsiteStandIn {
  private constructor(
    private readonly server: Server,
    /** Where each host is really served. */
    readonly hosts: ReadonlyMap<string, URL>,
  ) {}

  static async start(): Promise<WebsiteStandIn> {
    const server = createServer((request, answer) => {
      const host = (request.headers.host ?? '').split(':')[0]!;
      serve(websites[host], request.url ?? '/', answer).catch(() => answer.destroy());
    });
    await new Promise<void>((listening) => server.listen(0, '127.0.0.1', listening));
    const { port } = server.address() as AddressInfo;
    const origin = new URL(`http://127.0.0.1:${port}`);
    return new WebsiteStandIn(server, new Map(Object.keys(websites).map((host) => [host, origin])));
  }

  stop(): Promise<void> {
    this.server.closeAllConnections();
    return new Promise((stopped) => this.server.close(() => stopped()));
  }
}

async function serve(folder: URL | undefined, url: string, answer: ServerResponse): Promise<void> {
  const path = url.split('?')[0]!.slice(1) || 'index.html';
  const file = /^(?:photos\/)?[a-z-]+\.[a-z]+$/.test(path) && folder && fileAt(folder, path);
  const content = file ? await readFile(file).catch(() => null) : null;
  if (!content)
    return void answer.writeHead(404, { 'content-type': 'text/plain' }).end('Not here.');
  answer.writeHead(200, { 'content-type': types[extname(path)] ?? 'text/plain' }).end(content);
}

const fileAt = (folder: URL, path: string): URL =>
  path.startsWith('photos/')
    ? new URL(path.slice('photos/'.length), photographs)
    : new URL(path, folder);
