import type { Proposal } from '../model/exception.ts';

/** Times that lie no further apart than this say the same. */
const AGREE_SECONDS = 15 * 60;

/** How sure a proposed time is: how many of the other evidences say the same, and how many say otherwise. */
export interface Sureness {
  readonly agree: number;
  readonly differ: number;
  /** Two others agree and none differs; one more agrees than differs; nothing else is known, or as many differ; more differ. */
  readonly level: 'certain' | 'sure' | 'likely' | 'doubtful';
}

const isTheSame = (a: Proposal, b: Proposal): boolean => Math.abs(a.at - b.at) <= AGREE_SECONDS;

/** How sure one of the proposals for an exception is, as the others speak for it or against it. */
export function sureness(proposal: Proposal, proposals: readonly Proposal[]): Sureness {
  const others = proposals.filter(({ from }) => from !== proposal.from);
  const agree = others.filter((other) => isTheSame(other, proposal)).length;
  const differ = others.length - agree;
  const balance = agree - differ;
  const level = balance >= 2 ? 'certain' : balance === 1 ? 'sure' : balance === 0 ? 'likely' : 'doubtful';
  return { agree, differ, level };
}

/**
 * The surest first. Of those as sure as each other the plan goes before the crew and the crew before the habit; but where the crew did
 * otherwise than planned, those who were there know more than the plan.
 */
export function ranked(proposals: readonly Proposal[]): Proposal[] {
  const [plan, crew] = (['plan', 'crew'] as const).map((from) => proposals.find((one) => one.from === from));
  const isOtherwise = plan !== undefined && crew !== undefined && !isTheSame(plan, crew);
  const order = isOtherwise ? ['crew', 'plan', 'habit'] : ['plan', 'crew', 'habit'];
  const balance = (one: Proposal) => {
    const { agree, differ } = sureness(one, proposals);
    return agree - differ;
  };
  return proposals.toSorted(
    (a, b) => balance(b) - balance(a) || order.indexOf(a.from) - order.indexOf(b.from),
  );
}
