import type { OperationName, Right } from '@heath/contract';

/** What a route asks for: a right, or `signed in` for what everybody does with their own account, or `anybody`. */
export type Asks = Right | 'signed in' | 'anybody';

/** Every route there is, and what it asks for. One that stands not here cannot be served. */
export const ROUTES: Readonly<Record<OperationName, Asks>> = {
  'GET /health': 'anybody',
  'GET /session': 'anybody',
  'GET /demo-accounts': 'anybody',
  'POST /session': 'anybody',
  'DELETE /session': 'anybody',
  'PUT /password': 'signed in',
  'GET /sessions': 'signed in',
  'DELETE /sessions/:session': 'signed in',

  'GET /periods': 'see cards',
  'GET /periods/:period/cards': 'see cards',
  'GET /periods/:period/strip': 'see cards',
  'GET /periods/:period/cards/:person': 'see cards',
  'GET /periods/:period/day': 'see cards',
  'GET /periods/:period/day/ribbons': 'see cards',
  'GET /periods/:period/exceptions': 'see cards',
  'GET /periods/:period/cards/:person/evidence/:exception': 'see cards',
  'GET /periods/:period/cards/:person/punches': 'see cards',
  'GET /periods/:period/cards/:person/input': 'correct',
  'POST /periods/:period/cards/:person/preview': 'correct',
  'POST /periods/:period/cards/:person/settle': 'correct',
  'POST /periods/:period/cards/:person/corrections/preview': 'correct',
  'POST /periods/:period/cards/:person/corrections': 'correct',
  'POST /periods/:period/cards/:person/corrections/:correction/undo': 'correct',
  'POST /periods/:period/bulks/preview': 'correct',
  'POST /periods/:period/bulks': 'correct',
  'POST /periods/:period/bulks/:bulk/undo': 'correct',
  'GET /periods/:period/history': 'see cards',
  'GET /periods/:period/questions': 'see cards',
  'POST /periods/:period/cards/:person/questions': 'correct',
  // Whoever is asked answers, also about their own card.
  'POST /periods/:period/questions/:question/answer': 'see cards',
  'POST /periods/:period/questions/:question/remind': 'correct',
  'POST /periods/:period/questions/:question/withdraw': 'correct',
  'POST /found': 'see cards',
  'GET /searches': 'see cards',
  'POST /searches': 'see cards',
  'DELETE /searches/:search': 'see cards',
  'GET /places': 'see cards',
  'GET /reasons': 'see cards',
  'POST /reasons': 'correct',
  'GET /leave-kinds': 'see cards',
  'POST /periods/:period/approvals': 'approve',
  'POST /periods/:period/approvals/withdraw': 'approve',

  'GET /imports': 'see imports',
  'GET /imports/:id': 'see imports',
  'GET /imports/:id/refusals': 'see imports',
  'GET /imports/:id/refusals.csv': 'see imports',
  'POST /imports': 'import',
  'POST /imports/:id/start': 'import',
  'GET /badges/unowned': 'see imports',
  'PUT /badges/:badge/owner': 'give badges',

  // Every card says under which code an hour is paid.
  'GET /pay-codes': 'see cards',
  'POST /pay-codes': 'map pay codes',
  'PUT /pay-codes/classes': 'map pay codes',
  'GET /periods/:period/handoff': 'see pay',
  'POST /periods/:period/handoff': 'hand off',
  'GET /handoffs/:id/file.csv': 'see pay',

  'GET /tasks': 'see work',
  'GET /tasks/live': 'see work',
  'POST /tasks/:task/retry': 'import',
  'DELETE /tasks/:task': 'import',
  'GET /happened': 'see what happened',

  'GET /users': 'keep users',
  'POST /users': 'keep users',
  'PUT /users/:user': 'keep users',
};
