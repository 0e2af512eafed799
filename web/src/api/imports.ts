import {
  type ImportReply,
  importOperations,
  type ProblemBody,
  type RefusalsReply,
  WRITE_KEY_HEADER,
} from '@heath/contract';
import type { Mapping } from '@heath/core';
import { api, newWriteKey, problemOf } from './requests/base.ts';
import { addressOf, call, callAlone } from './requests/call.ts';

const { imports, importFile, startImport, refusals, receiveImport } = importOperations;

/** As many as the server gives at once. */
const REFUSALS_AT_ONCE = 500;

export const { useImportsQuery, useImportQuery, useStartImportMutation, useRefusalsInfiniteQuery } =
  api.injectEndpoints({
    endpoints: (build) => ({
      imports: build.query(callAlone(imports)),
      import: build.query(call(importFile, (id: number) => ({ params: { id } }))),
      startImport: build.mutation(
        call(startImport, ({ id, mapping }: { id: number; mapping: Mapping }) => ({
          params: { id },
          body: { ...mapping },
        })),
      ),
      /** Some hundred at a time, each after the line of the last. */
      refusals: build.infiniteQuery<RefusalsReply, number, number>({
        query: ({ queryArg: id, pageParam: after }) =>
          addressOf(refusals, { params: { id }, query: { after } }),
        infiniteQueryOptions: {
          initialPageParam: 0,
          getNextPageParam: ({ refusals }) =>
            refusals.length < REFUSALS_AT_ONCE ? undefined : refusals[refusals.length - 1]?.line,
        },
      }),
    }),
  });

/**
 * Sends a file; `onSent` hears how much of it is there, from 0 to 1.
 *
 * @returns what the server made of it; null where `canceled` ended it. Rejects with a problem document
 */
export function uploadFile(
  file: File,
  onSent: (share: number) => void,
  canceled: AbortSignal,
): Promise<ImportReply | null> {
  return new Promise((resolve, reject: (problem: ProblemBody) => void) => {
    // fetch cannot tell how much of a request is sent.
    const request = new XMLHttpRequest();
    request.open(receiveImport.method, `/api${addressOf(receiveImport, { query: { name: file.name } })}`);
    request.setRequestHeader('Content-Type', 'application/octet-stream');
    request.setRequestHeader(WRITE_KEY_HEADER, newWriteKey());
    request.responseType = 'json';
    request.upload.onprogress = (event) => onSent(event.total === 0 ? 0 : event.loaded / event.total);
    request.onload = () => {
      if (request.status === 201) resolve(request.response);
      else reject(problemOf({ status: request.status, data: request.response }));
    };
    request.onerror = () =>
      reject({
        type: 'unexpected',
        title:
          'The file could not be sent. Drop it again in a moment: what was kept of it already is recognized.',
        status: 0,
      });
    request.onabort = () => resolve(null);
    canceled.addEventListener('abort', () => request.abort());
    request.send(file);
  });
}
