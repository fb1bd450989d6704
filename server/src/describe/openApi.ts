import { problemDetailsSchema } from '@vaktman/contract';
import * as z from 'zod';
import type { Operation } from './operation';
import { OPERATIONS } from './operations';

type Json = Record<string, unknown>;

/** A schema as JSON Schema 2020-12, which is what OpenAPI 3.1 takes. @param io what is sent, or what comes back */
const schemaOf = (schema: z.ZodType, io: 'input' | 'output'): Json => {
  const { $schema: _schema, ...own } = z.toJSONSchema(schema, { io, unrepresentable: 'any' }) as Json;
  return own;
};

const variables = (path: string): readonly Json[] =>
  [...path.matchAll(/\{(\w+)\}/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));

const queries = (query: z.ZodObject | undefined): readonly Json[] => {
  if (query === undefined) return [];
  const { properties = {} } = schemaOf(query, 'input') as { properties?: Readonly<Record<string, Json>> };
  return Object.entries(properties).map(([name, schema]) => ({ name, in: 'query', required: false, schema }));
};

const contentOf = (answer: NonNullable<Operation['answer']>): Json =>
  typeof answer === 'string'
    ? { [answer]: { schema: { type: 'string' } } }
    : { 'application/json': { schema: schemaOf(answer, 'output') } };

const PROBLEM = { $ref: '#/components/responses/Problem' };

/** Who may ask for it: nobody has to say who, or somebody who is signed in, or a program with a key. */
const securityOf = ({ may, scope }: Operation): readonly Json[] =>
  may === 'anyone' ? [] : [{ session: [may] }, ...(scope === undefined ? [] : [{ key: [scope] }])];

const described = (operation: Operation): Json => ({
  ...whatIs(operation),
  security: securityOf(operation),
});

const whatIs = ({ method, path, summary, query, body, answer, status = 200 }: Operation): Json => ({
  summary,
  operationId: `${method}${path.replace(/[^a-zA-Z]+(.)?/g, (_all, next: string | undefined) => (next ?? '').toUpperCase())}`,
  parameters: [...variables(path), ...queries(query)],
  ...(body === undefined
    ? {}
    : { requestBody: { required: true, content: { 'application/json': { schema: schemaOf(body, 'input') } } } }),
  responses: {
    [status]: { description: summary, ...(answer === undefined ? {} : { content: contentOf(answer) }) },
    '4XX': PROBLEM,
    '5XX': PROBLEM,
  },
});

/** What this server answers, as an OpenAPI 3.1 document made from the schemas it checks by. */
export const openApi = (): Json => {
  const paths: Record<string, Json> = {};
  for (const operation of OPERATIONS)
    paths[operation.path] = { ...paths[operation.path], [operation.method]: described(operation) };
  return {
    openapi: '3.1.0',
    info: {
      title: 'Vaktman',
      version: '1',
      description:
        'Every body is JSON. Errors are problem details (RFC 9457) that name each field that is wrong. The roles a session is asked for and the scopes of a key stand with each operation.',
    },
    jsonSchemaDialect: 'https://json-schema.org/draft/2020-12/schema',
    paths,
    components: {
      securitySchemes: {
        session: { type: 'apiKey', in: 'cookie', name: 'vaktman_session' },
        key: { type: 'http', scheme: 'bearer' },
      },
      responses: {
        Problem: {
          description: 'What is wrong, and what was expected',
          content: { 'application/problem+json': { schema: schemaOf(problemDetailsSchema, 'output') } },
        },
      },
    },
  };
};
