import * as v from 'valibot';
import { defineStep } from '../../kinds/define.ts';
import { on } from '../../kinds/example.ts';
import { durationSeconds } from '../../time/lengths.ts';
import { duration } from '../../time/schemas.ts';
import type { PairingRules } from './pair.ts';

/** When punches are one spell, and spells one shift. */
export const pairing = defineStep({
  section: 'Pairing',
  settings: {
    pairing: v.strictObject({ repeatWindow: duration, longestSpell: duration, shiftGap: duration }),
  },
  cannotBe({ pairing: { repeatWindow, longestSpell } }, say) {
    if (durationSeconds(repeatWindow) >= durationSeconds(longestSpell))
      say('pairing.repeatWindow', `It must be shorter than the longest spell, ${longestSpell}.`);
  },
  compile({ pairing: { repeatWindow, longestSpell, shiftGap } }): { pairing: PairingRules } {
    return {
      pairing: {
        repeatWindowSeconds: durationSeconds(repeatWindow),
        longestSpellSeconds: durationSeconds(longestSpell),
        shiftGapSeconds: durationSeconds(shiftGap),
      },
    };
  },
  fields: [
    {
      field: 'pairing.repeatWindow',
      says: 'Punches of one kind, each within this time of the one before, are one, and the first of them counts: somebody pressed again to be sure. A repeat of a repeat is one too.',
      rules: {},
      day: {
        punches: on('2026-10-19', '08:00 in', '08:02 in', '08:04 in', '17:00 out', '17:01 out'),
        gives: { ordinary: '9' },
      },
    },
    {
      field: 'pairing: punches without a kind',
      says: 'A clock that does not tell in from out gives `undirected` punches. They alternate: one ends what was begun within the longest spell, or else begins something. They start anew after a gap longer than the longest spell and the shift gap, and after a punch that says what it is; so it does not matter from which day on hours are computed. Here the night of 19 October has no punch at its end: the next one, 24 hours later, begins a night of its own.',
      rules: {},
      day: {
        punches: [
          '2026-10-19 18:00 undirected',
          '2026-10-20 18:00 undirected',
          '2026-10-21 05:00 undirected',
        ],
        gives: { ordinary: '11' },
        exceptions: ['missing-out'],
      },
    },
    {
      field: 'pairing.longestSpell',
      says: 'An in that meets no out within this time is a missing out and pays nothing.',
      rules: {},
      day: {
        punches: ['2026-10-19 08:00 in', '2026-10-19 22:01 out'],
        gives: {},
        exceptions: ['missing-out', 'missing-in'],
      },
    },
    {
      field: 'pairing.shiftGap',
      says: 'An in after a longer gap starts a new shift. Here the second is a shift of its own, and is topped up as a call-out.',
      rules: { guarantees: [{ kind: 'call-out', name: 'Call-out', least: 'PT3H', jobs: ['Storm duty'] }] },
      day: {
        punches: on('2026-10-19', '08:00 in', '16:00 out', '20:30 in Storm duty', '21:30 out'),
        gives: { ordinary: '9', 'guarantee:Call-out': '2' },
      },
    },
  ],
});
