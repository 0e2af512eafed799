import { unusualTable } from '@heath/core';
import { pastHours } from '../../../pay/past-hours.ts';
import { defineReport } from '../define.ts';
import { cardsOfBridge } from '../store.ts';

export const unusual = defineReport({
  name: 'unusual',
  label: 'Far from usual',
  shelf: 'People',
  title: 'Far from usual',
  make: async ({ database, period, places, only }) => {
    const past = await pastHours(database, period);
    const people = [];
    for await (const cards of cardsOfBridge(database, period.id))
      for (const { personId, number, name, departmentId, isComputed, payableHours } of cards) {
        if (!isComputed) continue;
        if (only?.part === 'department' && only.key !== places.departments.get(departmentId)?.code) continue;
        people.push({ personId, number, name, now: payableHours, past: past.get(personId) ?? [] });
      }
    return {
      ...unusualTable(people),
      notes: [
        'Far is more than three spreads from the middle of the last periods, and a working day at least. Whoever has fewer than three periods behind them is left out.',
      ],
    };
  },
});
