import { z } from 'zod';
import { Place } from '../core/findings/finding';
import { Repair } from '../core/findings/repair';
import { Step } from '../core/format/steps/step';
import { Report } from '../core/scene/report';
import { ReleasedFormat, describeInterface, releasedFormats, sheetReport, writtenSheet } from './programs';
import { BYTES, FILE, Refused, type Route } from './route';

/** What other programs may ask for, each with its name and a line on it. */
const PUBLISHED: readonly { operationId: string; route: Route; summary: string; isOpen?: true }[] = [
  {
    operationId: 'releasedFormats',
    route: releasedFormats,
    summary: 'Released formats with the edition that counts today',
  },
  {
    operationId: 'writtenSheet',
    route: writtenSheet,
    summary: 'A sheet of a released format, filled from values, as PDF, SVG, DXF or PNG',
  },
  {
    operationId: 'sheetReport',
    route: sheetReport,
    summary: 'What the cells of such a sheet print, what does not fit, and its clear area',
  },
  { operationId: 'describeInterface', route: describeInterface, summary: 'This description', isOpen: true },
];

/** What is answered in several places, by the names that the description has for it. */
const SHARED: readonly [name: string, schema: z.ZodType][] = [
  ['Report', Report],
  ['Place', Place],
  ['Repair', Repair],
  ['Step', Step],
  ['ReleasedFormat', ReleasedFormat],
  ['Refused', Refused],
];

const COMPONENTS = '#/components/schemas/';
const TARGET = { target: 'openapi-3.0', unrepresentable: 'any' } as const;

/** The shared schemas, each once, whatever refers to it. */
function sharedSchemas(): Record<string, object> {
  const registry = z.registry<{ id: string }>();
  for (const [id, schema] of SHARED) registry.add(schema, { id });
  const { schemas } = z.toJSONSchema(registry, {
    ...TARGET,
    io: 'output',
    reused: 'ref',
    uri: (id) => `${COMPONENTS}${id}`,
  });
  // What has no name but stands in several of them: a component of its own each.
  const text = JSON.stringify(schemas).replaceAll(`${COMPONENTS}__shared#/definitions/schema`, `${COMPONENTS}Shared`);
  const { __shared, ...named } = JSON.parse(text) as Record<string, { $id?: string; definitions?: object }>;
  const unnamed = Object.entries(__shared?.definitions ?? {}).map(([name, schema]) => [
    name.replace('schema', 'Shared'),
    schema as object,
  ]);
  const own = Object.entries(named).map(([name, { $id: _, ...schema }]) => [name, schema]);
  return Object.fromEntries([...own, ...unnamed]) as Record<string, object>;
}

const isNothing = (schema: z.ZodType) => schema instanceof z.ZodUndefined;

/** A schema by reference where it is shared, a list of it likewise, else as it is. */
function schemaOf(schema: z.ZodType, io: 'input' | 'output'): object {
  const shared = SHARED.find(([, one]) => one === schema);
  if (shared) return { $ref: `${COMPONENTS}${shared[0]}` };
  if (schema instanceof z.ZodArray) return { type: 'array', items: schemaOf(schema.element as z.ZodType, io) };
  return z.toJSONSchema(schema, { ...TARGET, io });
}

const json = (schema: object) => ({ 'application/json': { schema } });

/** What each status of a refusal means. */
const REFUSALS = {
  400: 'The request is not as it is described here',
  401: 'There is no token, or it is not known any more',
  403: 'The request comes from another site, or names a host that is not this Zonograph’s',
  404: 'There is no such format for programs',
  413: 'The body is larger than this takes',
  415: 'The body is not of the type that this takes',
  422: 'The sheet cannot be made as it was asked for',
  500: 'Zonograph failed at this',
  503: 'The database does not answer, or has too much to do: try again',
};

const TAKES_A_BODY = ['413', '415', '422'];

function operationOf({ operationId, route, summary, isOpen }: (typeof PUBLISHED)[number]): object {
  const parameters = [...route.path.matchAll(/\[(\w+)\]/g)].map(([, name]) => ({
    name,
    in: 'path',
    required: true,
    schema: { type: 'string' },
  }));
  const hasBody = !isNothing(route.body) && route.body !== BYTES;
  const refusals = Object.entries(REFUSALS).filter(
    ([status]) =>
      (hasBody || !TAKES_A_BODY.includes(status)) &&
      (!isOpen || status !== '401') &&
      (parameters.length > 0 || status !== '404'),
  );
  return {
    operationId,
    summary,
    ...(isOpen ? {} : { security: [{ token: [] }] }),
    ...(parameters.length > 0 && { parameters }),
    ...(hasBody && { requestBody: { required: true, content: json(schemaOf(route.body, 'input')) } }),
    responses: {
      200: {
        description: 'Done',
        content:
          route.answer === FILE
            ? { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } }
            : json(schemaOf(route.answer, 'output')),
      },
      ...Object.fromEntries(
        refusals.map(([status, description]) => [
          status,
          { description, content: json({ $ref: `${COMPONENTS}Refused` }) },
        ]),
      ),
    },
  };
}

/** The interface for other programs as OpenAPI 3.0, made from the contracts that its routes read and answer by. */
function described(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const one of PUBLISHED) {
    const path = one.route.path.replace(/\[(\w+)\]/g, '{$1}');
    paths[path] = { ...paths[path], [one.route.method.toLowerCase()]: operationOf(one) };
  }
  return {
    openapi: '3.0.3',
    info: {
      title: 'Zonograph for other programs',
      version: '1',
      description: 'Released drawing sheet formats, read only. Lengths in mm. What is refused says why under reason.',
    },
    components: { securitySchemes: { token: { type: 'http', scheme: 'bearer' } }, schemas: sharedSchemas() },
    paths,
  };
}

let made: object | undefined;

/** The interface for other programs as OpenAPI 3.0; made once. */
export const openApi = (): object => (made ??= described());
