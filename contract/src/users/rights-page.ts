import { DOMAINS } from '../operations.ts';
import type { Operation } from '../shared/operation.ts';
import { RIGHTS, type Right } from './rights.ts';
import { ROLES } from './schemas.ts';

const isRight = (asks: Operation['asks']): asks is Right => asks in RIGHTS;

function row([name, one]: readonly [string, Operation]): string {
  const { method, path, says, asks, concerns, touches } = one;
  const may = isRight(asks)
    ? ROLES.filter((role) => (RIGHTS[asks] as readonly string[]).includes(role)).join(', ')
    : asks;
  const cells = [name, `\`${method} ${path}\``, asks, may, concerns ?? '', touches ?? '', says];
  return `| ${cells.join(' | ')} |`;
}

/** `docs/rights.md`: every operation with the right that it asks for and the roles that have it, as a page for people. */
export function rightsPage(): string {
  const domains = Object.entries(DOMAINS).map(([domain, operations]) =>
    [
      `## ${domain}`,
      '',
      '| operation | address below `/api` | right | roles | concerns | touches the pay of | what it does |',
      '| --- | --- | --- | --- | --- | --- | --- |',
      ...Object.entries<Operation>(operations).map(row),
    ].join('\n'),
  );
  return `# Who may do what

Made from the definitions of the operations (\`contract/src/*/operations.ts\`). Whoever has the right still sees and changes only whom they reach; what
concerns everybody cannot be cut to a reach, and asks for one over everybody. A write touches the pay of nobody, of people one by one, or of everybody
alike: nobody may be among the people whose pay they change, whatever their role, and where it is everybody's, what they change of their own is marked.

${domains.join('\n\n')}
`;
}
