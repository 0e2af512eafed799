import { type OwnWriting, writingOperations } from '@heath/contract';
import type { Writing } from '@heath/core';
import { api } from './requests/base.ts';
import { call, callAlone } from './requests/call.ts';

const ops = writingOperations;

export const { useWritingQuery, useChooseWritingMutation, useChooseCompanyWritingMutation } =
  api.injectEndpoints({
    endpoints: (build) => ({
      writing: build.query(callAlone(ops.writing)),
      chooseWriting: build.mutation(call(ops.chooseWriting, (body: OwnWriting) => ({ body }))),
      chooseCompanyWriting: build.mutation(call(ops.chooseCompanyWriting, (body: Writing) => ({ body }))),
    }),
  });
