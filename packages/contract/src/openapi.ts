import { z } from 'zod';
import { zodOf, type Endpoint, type Schema } from './endpoint.ts';
import { Problem } from './problem.ts';

type Json = Record<string, unknown>;

/** The OpenAPI 3.1 description of the given endpoints: the same schemas that check requests and answers. */
export function openApi(endpoints: readonly [name: string, endpoint: Endpoint][]): Json {
  const paths: Record<string, Json> = {};
  for (const [name, endpoint] of endpoints) {
    const path = endpoint.path.replace(/:(\w+)/g, '{$1}');
    paths[path] = { ...paths[path], [endpoint.method.toLowerCase()]: operation(name, endpoint) };
  }
  return {
    openapi: '3.1.0',
    info: { title: 'Plum Gate', version: '1' },
    paths,
    components: {
      schemas: { Problem: schemaOf(Problem, 'output') },
      securitySchemes: { session: { type: 'apiKey', in: 'cookie', name: 'plumgate_session' } },
    },
  };
}

function operation(name: string, endpoint: Endpoint): Json {
  const body = endpoint.body
    ? {
        'application/json': {
          schema: schemaOf(endpoint.body, 'input'),
          ...(endpoint.example !== undefined && { example: endpoint.example }),
        },
      }
    : endpoint.bodyType && {
        [endpoint.bodyType]: {
          schema: { type: 'string', format: 'binary' },
          ...(endpoint.example !== undefined && { example: endpoint.example }),
        },
      };
  return {
    operationId: name,
    summary: endpoint.summary,
    parameters: [...parameters('path', endpoint.params), ...parameters('query', endpoint.query)],
    ...(body && { requestBody: { required: true, content: body } }),
    ...(endpoint.right !== 'anyone' && { security: [{ session: [] }] }),
    'x-right': endpoint.right,
    responses: {
      200: {
        description: 'Done',
        content: endpoint.answerType
          ? { [endpoint.answerType]: { schema: { type: 'string', format: 'binary' } } }
          : { 'application/json': { schema: schemaOf(endpoint.answer, 'output') } },
      },
      default: {
        description: 'A problem document (RFC 9457)',
        content: {
          'application/problem+json': { schema: { $ref: '#/components/schemas/Problem' } },
        },
      },
    },
  };
}

function parameters(place: 'path' | 'query', schema: Schema | undefined): Json[] {
  if (!schema) return [];
  const { properties = {}, required = [] } = schemaOf(schema, 'input') as {
    properties?: Json;
    required?: string[];
  };
  return Object.entries(properties).map(([name, inner]) => ({
    name,
    in: place,
    required: required.includes(name),
    schema: inner,
  }));
}

function schemaOf(schema: Schema, io: 'input' | 'output'): Json {
  const { $schema: _dialect, ...rest } = z.toJSONSchema(zodOf(schema), {
    io,
    unrepresentable: 'any',
  });
  return rest;
}
