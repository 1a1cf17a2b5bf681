import type { Role } from '../core/office/account';

/** What something takes: a role or one above it, or no sign-in at all. */
export type Takes = Role | 'anyone';

/** What every route takes, by its method and path. A route that is not in here answers nothing. */
export const ROUTES = {
  'GET /api/health': 'anyone',
  'POST /api/sign-in': 'anyone',
  'DELETE /api/sign-in': 'anyone',
  'POST /api/sign-in/first': 'anyone',

  'GET /api/me': 'reader',
  'PUT /api/me/password': 'reader',
  'GET /api/me/sign-ins': 'reader',
  'DELETE /api/sign-ins/[id]': 'reader',

  'GET /api/accounts': 'administrator',
  'POST /api/accounts': 'administrator',
  'PUT /api/accounts/[id]': 'administrator',
  'PUT /api/accounts/[id]/password': 'administrator',
  'GET /api/accounts/[id]/sign-ins': 'administrator',

  'GET /api/groups': 'administrator',
  'PUT /api/groups': 'administrator',
  'DELETE /api/groups/[id]': 'administrator',

  'GET /api/office': 'reader',
  'GET /api/office/people': 'reader',
  'PUT /api/office/people': 'administrator',
  'GET /api/office/places': 'reader',
  'POST /api/office/places': 'administrator',
  'PUT /api/office/places/[id]': 'administrator',
  'DELETE /api/office/places/[id]': 'administrator',
  'GET /api/office/places/[id]/changes': 'reader',
  'PUT /api/office/places/[id]/values': 'administrator',
  'GET /api/office/habits': 'reader',
  'PUT /api/office/habits': 'administrator',
  'GET /api/office/signing': 'reader',
  'PUT /api/office/signing': 'administrator',
  'GET /api/drawings/numbering': 'reader',
  'PUT /api/drawings/numbering': 'administrator',
  'GET /api/drawings/revision-scheme': 'reader',
  'PUT /api/drawings/revision-scheme': 'administrator',
  'GET /api/drawings/time-zone': 'reader',
  'PUT /api/drawings/time-zone': 'administrator',
  'GET /api/materials': 'reader',
  'PUT /api/materials': 'administrator',
  'DELETE /api/materials': 'administrator',

  'GET /api/formats': 'reader',
  'POST /api/formats': 'administrator',
  'GET /api/formats/[id]': 'reader',
  'PUT /api/formats/[id]': 'administrator',
  'GET /api/formats/[id]/sharing': 'administrator',
  'PUT /api/formats/[id]/sharing': 'administrator',
  'GET /api/editions/[id]': 'reader',
  'PUT /api/editions/[id]': 'administrator',
  'GET /api/formats/[id]/proving': 'reader',
  'POST /api/formats/[id]/proving': 'administrator',
  'DELETE /api/formats/[id]/proving': 'administrator',
  'POST /api/export': 'reader',
  'GET /api/fonts': 'reader',
  'POST /api/fonts': 'administrator',
  'GET /api/fonts/[id]': 'reader',
  'GET /api/fonts/[id]/table': 'reader',
  'GET /api/pictures/[hash]': 'reader',
  'GET /api/pictures/[hash]/file': 'reader',
  'POST /api/pictures': 'drafter',

  'GET /api/properties': 'reader',
  'POST /api/properties': 'administrator',
  'PUT /api/properties': 'administrator',
  'PUT /api/properties/[id]': 'administrator',
  'POST /api/properties/[id]': 'administrator',
  'DELETE /api/properties/[id]': 'administrator',
  'GET /api/properties/[id]/answers': 'reader',
  'GET /api/properties/[id]/uses': 'reader',

  'GET /api/specimens': 'reader',
  'POST /api/specimens': 'drafter',
  'GET /api/specimens/[id]': 'reader',
  'PUT /api/specimens/[id]': 'drafter',
  'POST /api/specimens/known': 'reader',
  'POST /api/specimens/models': 'reader',
  'POST /api/shapes': 'drafter',
  'GET /api/shapes/[hash]': 'reader',
  'GET /api/store': 'reader',
  'POST /api/store': 'drafter',

  'GET /api/drawings': 'reader',
  'POST /api/drawings': 'drafter',
  'GET /api/drawings/[id]': 'reader',
  'PUT /api/drawings/[id]': 'drafter',
  'POST /api/drawings/[id]/revisions': 'drafter',
  'POST /api/drawings/[id]/export': 'reader',
} as const satisfies Record<string, Takes>;
export type RouteAddress = keyof typeof ROUTES;

/** What every page takes, by its path. On a page that changes what takes more than its reader has, that only shows. */
export const PAGES = {
  '/': 'anyone',
  '/sign-in': 'anyone',
  '/formats': 'reader',
  '/formats/[id]': 'reader',
  '/formats/[id]/proofs': 'reader',
  '/properties': 'reader',
  '/specimens': 'reader',
  '/specimens/[id]': 'reader',
  '/drawings': 'reader',
  '/drawings/[id]': 'reader',
  '/office': 'reader',
} as const satisfies Record<string, Takes>;
export type PagePath = keyof typeof PAGES;
