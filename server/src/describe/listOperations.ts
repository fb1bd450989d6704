import { importRunsSchema, keptMapSchema, takeInSchema, visitsQuerySchema, visitsTakenSchema } from '@vaktman/contract';
import { importKnownSchema } from '@vaktman/core';
import type { Operation } from './operation';

/** Lists and files, in and out. */
export const LIST_OPERATIONS: readonly Operation[] = [
  {
    method: 'get',
    path: '/api/imports',
    may: 'lead',
    scope: 'import',
    summary: 'Lists that were taken in',
    answer: importRunsSchema,
  },
  {
    method: 'post',
    path: '/api/imports',
    may: 'lead',
    scope: 'import',
    summary: 'Takes in a list of units, batteries or past results: all of it or nothing',
    body: takeInSchema,
    status: 201,
  },
  {
    method: 'get',
    path: '/api/imports/known',
    may: 'lead',
    scope: 'import',
    summary: 'What lists are checked against',
    answer: importKnownSchema,
  },
  {
    method: 'post',
    path: '/api/imports/mapping',
    may: 'lead',
    scope: 'import',
    summary: 'How the last list with the same header was read',
    answer: keptMapSchema,
  },
  {
    method: 'post',
    path: '/api/imports/visits',
    may: 'lead',
    scope: 'import',
    summary: 'Takes in a visit file or a zip of them, sent as it is; without importId it is only looked at',
    query: visitsQuerySchema,
    answer: visitsTakenSchema,
  },
  {
    method: 'post',
    path: '/api/imports/{importId}/undo',
    may: 'lead',
    summary: 'Takes a whole list back while nothing hangs on it',
  },
  {
    method: 'get',
    path: '/api/export/{file}',
    may: 'viewer',
    scope: 'read',
    summary:
      'A list as CSV: units.csv, batteries.csv, warranty.csv, findings.csv, to-buy.csv, due.csv, visits.csv, changes.csv',
    answer: 'text/csv',
  },
  {
    method: 'get',
    path: '/api/export/visits.zip',
    may: 'viewer',
    scope: 'read',
    summary: 'Visits as visit files in a zip; of one unit with ?unit=',
    answer: 'application/zip',
  },
  {
    method: 'get',
    path: '/api/export/record.jsonl',
    may: 'lead',
    summary: 'Everything as lines of JSON, a manifest first',
    answer: 'application/x-ndjson',
  },
  {
    method: 'get',
    path: '/api/export/units/{unitId}/chart.csv',
    may: 'viewer',
    scope: 'read',
    summary: 'Everything measured at one unit as a table',
    answer: 'text/csv',
  },
];
