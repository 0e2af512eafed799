import { amountOperations } from './amounts/operations.ts';
import { approvalOperations } from './approvals/operations.ts';
import { auditEventOperations } from './audit-events/operations.ts';
import { badgeOperations } from './badges/operations.ts';
import { cardOperations } from './cards/operations.ts';
import { correctionOperations } from './corrections/operations.ts';
import { dayOperations } from './days/operations.ts';
import { differenceOperations } from './differences/operations.ts';
import { exceptionOperations } from './exceptions/operations.ts';
import { finderOperations } from './finder/operations.ts';
import { handoffOperations } from './handoff/operations.ts';
import { healthOperations } from './health/operations.ts';
import { historyOperations } from './history/operations.ts';
import { importOperations } from './imports/operations.ts';
import { layoutOperations } from './layouts/operations.ts';
import { leaveKindOperations } from './leave-kinds/operations.ts';
import { mappingOperations } from './mapping/operations.ts';
import { payCodeOperations } from './pay-codes/operations.ts';
import { periodOperations } from './periods/operations.ts';
import { placeOperations } from './places/operations.ts';
import { printedCardOperations } from './printed-cards/operations.ts';
import { punchOperations } from './punches/operations.ts';
import { questionOperations } from './questions/operations.ts';
import { reasonOperations } from './reasons/operations.ts';
import { reportOperations } from './reports/operations.ts';
import { rulebookOperations } from './rulebooks/operations.ts';
import type { Operation } from './shared/operation.ts';
import { signInOperations } from './sign-in/operations.ts';
import { taskOperations } from './tasks/operations.ts';
import { userOperations } from './users/operations.ts';
import { writingOperations } from './writing/operations.ts';

/** The operations of each domain. */
export const DOMAINS = {
  health: healthOperations,
  'sign-in': signInOperations,
  writing: writingOperations,
  periods: periodOperations,
  reports: reportOperations,
  amounts: amountOperations,
  rulebooks: rulebookOperations,
  cards: cardOperations,
  'printed-cards': printedCardOperations,
  days: dayOperations,
  punches: punchOperations,
  corrections: correctionOperations,
  exceptions: exceptionOperations,
  history: historyOperations,
  questions: questionOperations,
  finder: finderOperations,
  places: placeOperations,
  reasons: reasonOperations,
  'leave-kinds': leaveKindOperations,
  approvals: approvalOperations,
  imports: importOperations,
  badges: badgeOperations,
  'pay-codes': payCodeOperations,
  mapping: mappingOperations,
  layouts: layoutOperations,
  handoff: handoffOperations,
  differences: differenceOperations,
  tasks: taskOperations,
  'audit-events': auditEventOperations,
  users: userOperations,
} as const satisfies Readonly<Record<string, Readonly<Record<string, Operation>>>>;

/** Every operation there is, by its name. */
export const OPERATIONS = {
  ...healthOperations,
  ...signInOperations,
  ...writingOperations,
  ...periodOperations,
  ...reportOperations,
  ...amountOperations,
  ...rulebookOperations,
  ...cardOperations,
  ...printedCardOperations,
  ...dayOperations,
  ...punchOperations,
  ...correctionOperations,
  ...exceptionOperations,
  ...historyOperations,
  ...questionOperations,
  ...finderOperations,
  ...placeOperations,
  ...reasonOperations,
  ...leaveKindOperations,
  ...approvalOperations,
  ...importOperations,
  ...badgeOperations,
  ...payCodeOperations,
  ...mappingOperations,
  ...layoutOperations,
  ...handoffOperations,
  ...differenceOperations,
  ...taskOperations,
  ...auditEventOperations,
  ...userOperations,
} as const satisfies Readonly<Record<string, Operation>>;
export type OperationName = keyof typeof OPERATIONS;
