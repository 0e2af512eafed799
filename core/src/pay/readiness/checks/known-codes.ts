import { workdayInWords } from '../../../time/units.ts';
import { type Case, defineCheck } from '../define.ts';

/** The pay system knows every code on these days, and lets each person have theirs. */
export const knownCodes = defineCheck({
  name: 'known codes',
  weight: 'why',
  met: 'Every code can be paid to whom it goes',
  unmet: (count) =>
    `${count === 1 ? 'One code' : `${count.toLocaleString('en')} times a code`} cannot be paid`,
  cases({ cards, known, codes, firstDay, lastDay }) {
    const found: Case[] = [];
    const used = new Set(cards.flatMap((card) => [...card.codes]));
    for (const code of codes) {
      if (!used.has(code.code)) continue;
      const starts = code.firstDay !== null && code.firstDay > firstDay;
      const ends = code.lastDay !== null && code.lastDay < lastDay;
      if (starts || ends)
        found.push({
          personId: null,
          about: code.code,
          says: starts
            ? `It is known from ${workdayInWords(code.firstDay ?? firstDay)} on.`
            : `It is known until ${workdayInWords(code.lastDay ?? lastDay)}.`,
        });
    }
    for (const { personId, name, number, codes: own } of cards) {
      const may = known?.people.get(number) ?? null;
      if (may === null) continue;
      const mayNot = [...own].filter((code) => !may.has(code)).sort();
      if (mayNot.length > 0)
        found.push({ personId, about: name, says: `Not to be paid under ${mayNot.join(', ')}.` });
    }
    return found;
  },
});
