import { z } from 'zod';
import { describeInterface, releasedFormats, sheetReport, writtenSheet } from './programs';
import { BYTES, FILE, Refused, type Route } from './route';

/** What other programs may ask for, each with a line on it. */
const PUBLISHED: readonly { route: Route; summary: string; isOpen?: true }[] = [
  { route: releasedFormats, summary: 'Released formats with the edition that counts today' },
  { route: writtenSheet, summary: 'A sheet of a released format, filled from values, as PDF, SVG, DXF or PNG' },
  { route: sheetReport, summary: 'What the cells of such a sheet print, what does not fit, and its clear area' },
  { route: describeInterface, summary: 'This description', isOpen: true },
];

const isNothing = (schema: z.ZodType) => schema instanceof z.ZodUndefined;

const schemaOf = (schema: z.ZodType, io: 'input' | 'output') =>
  z.toJSONSchema(schema, { target: 'openapi-3.0', unrepresentable: 'any', io });

/** The interface for other programs as OpenAPI 3.0, made from the contracts that its routes read and answer by. */
export function openApi(): object {
  const paths: Record<string, Record<string, object>> = {};
  for (const { route, summary, isOpen } of PUBLISHED) {
    const path = route.path.replace(/\[(\w+)\]/g, '{$1}');
    const parameters = [...route.path.matchAll(/\[(\w+)\]/g)].map(([, name]) => ({
      name,
      in: 'path',
      required: true,
      schema: { type: 'string' },
    }));
    const isFile = route.answer === FILE;
    paths[path] = {
      ...paths[path],
      [route.method.toLowerCase()]: {
        summary,
        ...(isOpen ? {} : { security: [{ token: [] }] }),
        ...(parameters.length > 0 && { parameters }),
        ...(!isNothing(route.body) &&
          route.body !== BYTES && {
            requestBody: { required: true, content: { 'application/json': { schema: schemaOf(route.body, 'input') } } },
          }),
        responses: {
          200: {
            description: 'Done',
            content: isFile
              ? { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } }
              : { 'application/json': { schema: schemaOf(route.answer, 'output') } },
          },
          ...Object.fromEntries(
            Object.entries(REFUSALS).map(([status, description]) => [
              status,
              { description, content: { 'application/json': { schema: schemaOf(Refused, 'output') } } },
            ]),
          ),
        },
      },
    };
  }
  return {
    openapi: '3.0.3',
    info: {
      title: 'Zonograph for other programs',
      version: '1',
      description: 'Released drawing sheet formats, read only. Lengths in mm. What is refused says why under reason.',
    },
    components: { securitySchemes: { token: { type: 'http', scheme: 'bearer' } } },
    paths,
  };
}

const REFUSALS = {
  400: 'The request is not as it is described here',
  401: 'There is no token, or it is not known any more',
  404: 'There is no such format',
  422: 'The sheet cannot be made as it was asked for',
};
