import { correctionOperations } from '@heath/contract';
import type { Router } from 'express';
import type { CardKey } from '../../cards/read-card.ts';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { bulkPreview } from './asides.ts';
import { settleBulk, undoBulk } from './bulk.ts';
import { cardInput } from './input.ts';
import { correct, previewCorrect, previewSettle, settle, undo } from './service.ts';

const keyOf = ({ period, person }: { readonly period: number; readonly person: number }): CardKey => ({
  periodId: period,
  personId: person,
});

export const correctionRoutes = (context: Context): Router =>
  serve(context, correctionOperations, {
    cardInput: ({ who, params }) => cardInput(context, who, keyOf(params)),
    previewSettle: ({ who, params, body }) => previewSettle(context, who, keyOf(params), body),
    settle: ({ who, write, params, body }) => settle(context, write, who, keyOf(params), body),
    previewCorrect: ({ who, params, body }) => previewCorrect(context, who, keyOf(params), body),
    correct: ({ who, write, params, body }) => correct(context, write, who, keyOf(params), body),
    undoCorrection: ({ who, write, params }) => undo(context, write, who, keyOf(params), params.correction),
    previewBulk: bulkPreview,
    settleBulk: ({ who, write, params, body, report }) =>
      settleBulk(context, write, who, params.period, body, report),
    undoBulk: ({ who, write, params }) => undoBulk(context, write, who, params.period, params.bulk),
  });
