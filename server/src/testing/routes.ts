import { OPERATIONS, type Operation } from '@heath/contract';

const nameOf = ({ method, path }: Operation) => `${method} ${path}`;
const ALL: readonly Operation[] = Object.values(OPERATIONS);

/** What each address asks for. */
export const ROUTES = Object.fromEntries(ALL.map((one) => [nameOf(one), one.asks] as const));

/** The addresses that concern everybody. */
export const OF_EVERYBODY: ReadonlySet<string> = new Set(
  ALL.filter(({ concerns }) => concerns === 'everybody').map(nameOf),
);
