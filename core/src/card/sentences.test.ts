import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { compute } from '../compute.ts';
import { EXCEPTIONS, exceptionSentence } from '../exceptions/kinds.ts';
import { GUARANTEES } from '../steps/guarantees/kinds.ts';
import { cases } from '../testing/cases.ts';
import { anyEditions, anyPerson } from '../testing/random.ts';
import { editionsOf, inputOf, STRETCHES } from '../testing/random-input.ts';
import { instantToIso, workdayToIso } from '../time/units.ts';
import { reasonSentence } from './sentences.ts';

const WRITER = {
  time: instantToIso,
  day: workdayToIso,
  length: (seconds: number) => `${seconds} s`,
  hours: (seconds: number) => `${seconds / 3600} h`,
};
const MEASURES = { time: (seconds: number) => `${seconds} s`, distance: (meters: number) => `${meters} m` };

describe('sentences', () => {
  it('of every reason and exception of random people are written out, with nothing missing', () => {
    const steps = new Set<string>();
    fc.assert(
      fc.property(anyEditions(60), anyPerson(60), fc.constantFrom(...STRETCHES), (rules, person, stretch) => {
        const { shifts, reasons, exceptions } = compute(
          inputOf(editionsOf(rules, stretch), person, stretch),
          true,
        );
        for (const reason of [...shifts.flatMap((shift) => shift.reasons), ...reasons]) {
          const sentence = reasonSentence(reason, WRITER);
          steps.add(reason.step);
          if (sentence === null) continue;
          expect(`${sentence.name} ${sentence.result} ${sentence.says}`).not.toMatch(/[{}[\]]|undefined|NaN/);
          expect(sentence.says).toMatch(/\.$/);
        }
        for (const exception of exceptions)
          expect(exceptionSentence(exception, MEASURES)).not.toMatch(/[{}[\]]|undefined|NaN/);
      }),
      { numRuns: cases(300) },
    );
    expect([...steps].sort()).toEqual(
      'breaks clocked correction guarantee hold leave overtime premium round workday'.split(' '),
    );
  });

  it('of every kind name values that there are', () => {
    const named = (sentence: string) => [...sentence.matchAll(/\{(\w+)\}/g)].map(([, name]) => name!);
    for (const { sentence, measures } of EXCEPTIONS) {
      expect(named(sentence).every((name) => ['measured', 'limit'].includes(name))).toBe(true);
      if (measures === 'nothing') expect(named(sentence)).toEqual([]);
    }
    for (const { sentence } of GUARANTEES)
      expect(named(sentence).every((name) => ['guaranteed', 'worked', 'times'].includes(name))).toBe(true);
  });

  it('leave out what has no value', () => {
    const late = { kind: 'late-in', measured: 720, limit: 300 };
    expect(exceptionSentence(late, MEASURES)).toBe('In 720 s late, more than 300 s');
    expect(exceptionSentence({ ...late, limit: 0 }, MEASURES)).toBe('In 720 s late');
    expect(exceptionSentence({ ...late, limit: null }, MEASURES)).toBe('In 720 s late');
  });
});
