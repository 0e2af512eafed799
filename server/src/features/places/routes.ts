import { placeOperations } from '@heath/contract';
import type { Router } from 'express';
import type { Context } from '../../http/context.ts';
import { serve } from '../../http/serve.ts';
import { placesByName } from './store.ts';

export const placeRoutes = (context: Context): Router =>
  serve(context, placeOperations, { places: () => placesByName(context.database) });
