import { classOf, premiumClass, workdayFromIso } from '@heath/core';
import { describe, expect, it } from 'vitest';
import { rowsOf } from './SentTable.tsx';

const day = workdayFromIso('2026-10-19');
const at = '2026-11-02T09:00:00Z';
const sent = (code: string, hours: number, batch: number | null, classId = classOf(1)) => ({
  workday: day,
  code,
  classId,
  hours,
  batch,
  batchId: batch ?? 99,
  at,
});

describe('everything ever sent of a card', () => {
  it('stands a line for each day and code: what was sent by which handoffs, waived, and what differs', () => {
    const rows = rowsOf({
      sent: [
        sent('110', 800, 6),
        sent('110', -100, 7),
        sent('110', 50, null),
        sent('340', 200, 6, premiumClass('Night')),
      ],
      differs: [
        { workday: day, code: '110', classId: classOf(1), job: null, department: null, hours: -750 },
        { workday: day, code: '215', classId: classOf(1.5), job: null, department: null, hours: 750 },
      ],
      reasons: [],
      decided: null,
    });
    expect(
      rows.map(({ code, sent: all, waived, differs, batches }) => [
        code,
        all,
        waived,
        differs,
        [...batches.keys()],
      ]),
    ).toEqual([
      ['110', 700, 50, -750, [6, 7]],
      ['215', 0, 0, 750, []],
      ['340', 200, 0, 0, [6]],
    ]);
  });
});
