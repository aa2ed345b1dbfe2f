import type { FastifyRequest } from 'fastify';
import type { SiteAddress } from '../platform/site-address.ts';

/** Below this, requests for clients' hosts are put by `siteUrl`; nobody can ask for it by its name. */
export const mount = '/~site';

/** Turns a request for a client's host into one below the mount; the app's own stays as it is. */
export function siteUrl(address: SiteAddress, host: string, url: string): string {
  const client = address.clientIn(host);
  return client === null ? url : `${mount}/${client || '-'}${url}`;
}

/** The client that a request's own Host header names; null for a path that only names the mount. */
export function clientOf(address: SiteAddress, request: FastifyRequest): string | null {
  const { client } = request.params as { client: string };
  return address.clientIn(request.headers.host ?? '') === client ? client : null;
}

/** The site's own headers take the place of the app's. */
export const siteOptions = { helmet: false } as object;
