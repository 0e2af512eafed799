import { decimalHours } from '../../../time/hours.ts';
import { defineCheck } from '../define.ts';

/** File, lines and cards add up to the same, and every value fits the file. */
export const sums = defineCheck({
  name: 'sums',
  weight: 'must',
  met: 'File, lines and cards add up to the same',
  unmet: () => 'File, lines and cards do not add up',
  cases({ cards, hoursInLines, file }) {
    const inCards = cards.reduce((sum, { payableHours }) => sum + payableHours, 0);
    return [
      ...(inCards === hoursInLines
        ? []
        : [
            {
              personId: null,
              about: 'Lines',
              says: `Lines of ${decimalHours(hoursInLines, 4)} h for cards of ${decimalHours(inCards, 4)}.`,
            },
          ]),
      ...(file.hoursInFile === file.hoursInBatch
        ? []
        : [
            {
              personId: null,
              about: 'File',
              says: `Its figures add up to ${decimalHours(file.hoursInFile, 4)}, those of the lines to ${decimalHours(file.hoursInBatch, 4)}: some hours, premium hours or amounts are in no column, or in two.`,
            },
          ]),
      ...file.faults.map(({ line, heading, value, reason }) => ({
        personId: null,
        about: line === null ? heading : `Line ${line}, ${heading}`,
        says: `“${value}”: ${reason}`,
      })),
    ];
  },
});
