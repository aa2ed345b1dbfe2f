import type { z } from 'zod';
import type { Right } from './rights.ts';
import type { ClientOwnedId } from './scope.ts';

/**
 * A schema as endpoints have it: by what it takes and gives alone. Comparing each one with the whole of `z.ZodType` takes the
 * compiler a minute.
 */
export interface Schema<Output = unknown> {
  readonly _zod: { readonly output: Output; readonly input: unknown };
}

/** The schema itself, to read values with. */
export const zodOf = (schema: Schema): z.ZodType => schema as z.ZodType;

/** One HTTP request and its answer: the server binds to it, the web app calls it, OpenAPI is written from it. */
export interface Endpoint {
  method: 'GET' | 'POST' | 'PUT' | 'PATCH' | 'DELETE';
  /** With named parts, for example `/api/people/:personId`. */
  path: `/api/${string}`;
  summary: string;
  /** It only asks, with more than fits into an address: nothing is changed by it, and nothing is noted of it. */
  asks?: true;
  /** It is about something in the bin, which is nowhere else to be found. */
  inBin?: true;
  /** It is about an archived client, which is nowhere else to be found. */
  inArchive?: true;
  right: Right;
  params?: Schema<Record<string, unknown>>;
  query?: Schema<Record<string, unknown>>;
  body?: Schema;
  /** Places in the body (`from.pageId`) that may name another client's things: the caller must see that client, too. */
  bodyIds?: Readonly<Record<string, ClientOwnedId>>;
  /** A body that works on the demo, for those who read the description of the API. */
  example?: unknown;
  /** The media type of a body that is not JSON; the server then hands over the bytes. */
  bodyType?: string;
  /** Such a body may be JSON as well; the server then hands over its text. */
  orJson?: true;
  /** The media type of an answer that is a file to be saved, not JSON. */
  answerType?: string;
  answer: Schema;
}

/** Keeps the exact types of an endpoint's schemas. */
export const endpoint = <Given extends Endpoint>(given: Given): Given => given;

type Read<Of> = Of extends Schema<infer Output> ? Output : undefined;
type Sent<Of> = Of extends { readonly _zod: { readonly input: infer Input } } ? Input : undefined;

/** What a handler receives, after checking. */
export interface InputOf<E extends Endpoint> {
  params: Read<E['params']>;
  query: Read<E['query']>;
  body: Read<E['body']>;
}
/** What a handler gives back. */
export type Answer<E extends Endpoint> = Sent<E['answer']>;
/** What a caller receives. */
export type Answered<E extends Endpoint> = Read<E['answer']>;
/** What a caller gives: only the parts that the endpoint has. */
export type Call<E extends Endpoint> = {
  [Part in 'params' | 'query' | 'body' as E[Part] extends Schema ? Part : never]: Sent<E[Part]>;
};
