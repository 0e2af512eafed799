import * as v from 'valibot';
import { defineOperation } from '../shared/operation.ts';
import { IdParam } from '../shared/params.ts';
import { FileName, ImportReply, ImportsReply, RefusalsReply, StartImportRequest } from './schemas.ts';

export const importOperations = {
  imports: defineOperation({
    method: 'GET',
    path: '/imports',
    says: 'Files that were brought, the newest first.',
    asks: 'see imports',
    gives: ImportsReply,
    status: 200,
  }),
  importFile: defineOperation({
    method: 'GET',
    path: '/imports/:id',
    says: 'A file, and what became of it.',
    asks: 'see imports',
    concerns: 'everybody',
    params: { id: IdParam },
    gives: ImportReply,
    status: 200,
  }),
  refusals: defineOperation({
    method: 'GET',
    path: '/imports/:id/refusals',
    says: 'Rows of a file that were refused.',
    asks: 'see imports',
    concerns: 'everybody',
    params: { id: IdParam },
    query: { after: v.optional(IdParam, '0') },
    gives: RefusalsReply,
    status: 200,
  }),
  refusedRows: defineOperation({
    method: 'GET',
    path: '/imports/:id/refusals.csv',
    says: 'Refused rows as they came, to be put right and imported.',
    asks: 'see imports',
    concerns: 'everybody',
    params: { id: IdParam },
    gives: 'csv',
    status: 200,
  }),
  receiveImport: defineOperation({
    method: 'POST',
    path: '/imports',
    says: 'Brings a file of punches; nothing of it is imported before it is started.',
    asks: 'import',
    concerns: 'everybody',
    query: { name: FileName },
    takes: 'file',
    gives: ImportReply,
    status: 201,
  }),
  startImport: defineOperation({
    method: 'POST',
    path: '/imports/:id/start',
    says: 'Imports a file by what its columns mean.',
    asks: 'import',
    concerns: 'everybody',
    params: { id: IdParam },
    takes: StartImportRequest,
    gives: ImportReply,
    status: 200,
  }),
} as const;
