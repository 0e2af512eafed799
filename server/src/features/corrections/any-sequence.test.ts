import { CardReply, read, SettleReply } from '@heath/contract';
import {
  type Correction,
  compute,
  correctionFrom,
  correctionId,
  type PersonInput,
  workdayFromIso,
} from '@heath/core';
import fc from 'fast-check';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { readCard } from '../../cards/read-card.ts';
import { sendAlone } from '../../database/round-trip.ts';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { CORRECTIONS_NEAR, correctionNear, type Says } from '../../testing/corrections.ts';
import { serve } from '../../testing/serve.ts';

let company: Company;
let served: Awaited<ReturnType<typeof serve>>;
let cookie = '';
let keys = 0;

beforeAll(async () => {
  company = await freshCompany('sequence');
  await importFile(company, 'clocks.csv', bytes(generatedLines().join('\n')));
  await company.work();
  served = await serve(company);
  const response = await fetch(`${served.base}/api/session`, {
    method: 'POST',
    headers: { 'Content-Type': 'application/json', Origin: served.base },
    body: JSON.stringify({ username: 'odile', password: 'gorse-in-bloom' }),
  });
  cookie = response.headers.get('set-cookie')?.split(';')[0] ?? '';
});
afterAll(async () => {
  served.close();
  await company.close();
});

async function ask(method: string, path: string, body?: unknown) {
  const response = await fetch(`${served.base}/api${path}`, {
    method,
    headers: {
      Origin: served.base,
      Cookie: cookie,
      'Content-Type': 'application/json',
      'Idempotency-Key': `any-sequence-${++keys}`,
    },
    ...(body === undefined ? {} : { body: JSON.stringify(body) }),
  });
  return { status: response.status, body: await response.json() };
}

/** What somebody does to a card: a correction near one of its punches, or the undoing of one that they made before. */
type Step =
  | { readonly do: 'correct'; readonly kind: number; readonly punch: number; readonly minutes: number }
  | { readonly do: 'undo'; readonly which: number };
const steps: fc.Arbitrary<Step[]> = fc.array(
  fc.oneof(
    {
      weight: 3,
      arbitrary: fc.record({
        do: fc.constant('correct' as const),
        kind: fc.nat(CORRECTIONS_NEAR),
        punch: fc.nat(60),
        minutes: fc.integer({ min: -180, max: 180 }),
      }),
    },
    { weight: 2, arbitrary: fc.record({ do: fc.constant('undo' as const), which: fc.nat(20) }) },
  ),
  { minLength: 2, maxLength: 9 },
);

/** A correction near a punch; or one that adds a punch instead of one that was added before. */
function saysOf(
  { kind, punch, minutes }: Extract<Step, { do: 'correct' }>,
  input: PersonInput,
  made: readonly Made[],
): Says {
  const near = { place: punch, minutes };
  if (kind < CORRECTIONS_NEAR) return correctionNear(input, { kind, ...near });
  const added = inForce(made).findLast(({ says }) => says?.kind === 'add');
  const add = correctionNear(input, { kind: 2, ...near });
  return added === undefined ? add : { ...add, instead: added.id };
}

/** What was made so far, in order; what another took back is not in force, unless that was taken back in turn. */
interface Made {
  readonly id: number;
  readonly says: Says | null;
  readonly undoes: number | null;
}
function inForce(made: readonly Made[]): Made[] {
  const undone = new Set<number>();
  for (const one of made.toReversed()) if (one.undoes !== null && !undone.has(one.id)) undone.add(one.undoes);
  return made.filter(({ id, says }) => says !== null && !undone.has(id));
}

/** A correction as the core takes it: days are no dates there. */
function coreOf(id: number, { workday: day, ...says }: Says): Correction {
  const whole = typeof day === 'string' ? { ...says, workday: workdayFromIso(day) } : says;
  const parsed = correctionFrom(correctionId(id), whole);
  if (!parsed.ok) throw new Error(`${parsed.fault.field}: ${parsed.fault.reason}`);
  return parsed.correction;
}

/** What of a card is a number or an open question. */
const told = ({ lines, exceptions, shifts }: Pick<CardReply, 'lines' | 'exceptions' | 'shifts'>) => ({
  lines,
  open: exceptions.map(({ key }) => key.replace(/correction-\d+/, 'correction')),
  payable: shifts.map(({ payableSeconds }) => payableSeconds),
});

describe('any sequence of corrections and undos', () => {
  it('gives through HTTP what the core gives of the corrections in force; undoing all of them, the first card', async () => {
    let corrections = 0;
    await fc.assert(
      fc.asyncProperty(fc.integer({ min: 1, max: 64 }), steps, async (personId, all) => {
        const key = { periodId: company.periodId, personId };
        const path = `/periods/${company.periodId}/cards/${personId}`;
        const cardNow = async () => read(CardReply, (await ask('GET', path)).body);
        const send = (
          ...statements: Parameters<typeof sendAlone> extends [unknown, ...infer S] ? S : never
        ) => sendAlone(company.database, ...statements);
        const before = (await readCard(company.database, key, company.clock.now(), send, false))!;
        if (before.input.punches.length === 0) return;
        const first = told(await cardNow());
        const made: Made[] = [];
        for (const step of all) {
          const undoable = made.filter(({ id }) => !made.some(({ undoes }) => undoes === id));
          const target = step.do === 'undo' ? undoable[step.which % Math.max(undoable.length, 1)] : undefined;
          if (step.do === 'undo' && target === undefined) continue;
          const says = step.do === 'correct' ? saysOf(step, before.input, made) : null;
          const reply =
            says === null
              ? await ask('POST', `${path}/corrections/${target?.id}/undo`)
              : await ask('POST', `${path}/corrections`, { says, note: '' });
          if (reply.status === 422) continue;
          expect([reply.status, reply.body.title]).toEqual([201, undefined]);
          const { correctionId: id, card } = read(SettleReply, reply.body);
          corrections++;
          made.push({ id, says, undoes: target?.id ?? null });
          const own: Correction[] = inForce(made).map(({ id: number, says: is }) => coreOf(number, is!));
          const alone = compute(
            { ...before.input, corrections: [...before.input.corrections, ...own] },
            false,
          );
          const days = ({ workday: day }: { workday: number }) =>
            day >= before.input.first && day <= before.input.last;
          const expected = told({
            lines: alone.lines,
            exceptions: alone.exceptions,
            shifts: alone.shifts.filter(days) as unknown as CardReply['shifts'],
          });
          expect(told(card)).toEqual(expected);
          expect(told(await cardNow())).toEqual(expected);
        }
        for (const { id } of inForce(made).toReversed()) {
          const { status } = await ask('POST', `${path}/corrections/${id}/undo`);
          expect(status).toBe(201);
        }
        expect(told(await cardNow())).toEqual(first);
      }),
      { numRuns: 12 },
    );
    expect(corrections).toBeGreaterThan(20);
  });
});
