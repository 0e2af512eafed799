import type { Rulebook } from '../schema.ts';
import { breaksByLength } from './breaks-by-length.ts';
import { dailyTiersSeventhDay } from './daily-tiers-seventh-day.ts';
import { firstHoursCount } from './first-hours-count.ts';
import { fortyHourWeek } from './forty-hour-week.ts';
import { greaterOf } from './greater-of.ts';
import { hospitalFortnight } from './hospital-fortnight.ts';
import { publicSafetyCycle } from './public-safety-cycle.ts';
import { supplementsAdded } from './supplements-added.ts';
import { thirtyFiveHourWeek } from './thirty-five-hour-week.ts';
import { unionAgreement } from './union-agreement.ts';

/** Rulebooks to begin from, by the name of their file. */
export const STARTERS: Readonly<Record<string, Rulebook>> = {
  'forty-hour-week': fortyHourWeek,
  'daily-tiers-seventh-day': dailyTiersSeventhDay,
  'thirty-five-hour-week': thirtyFiveHourWeek,
  'public-safety-cycle': publicSafetyCycle,
  'breaks-by-length': breaksByLength,
  'union-agreement': unionAgreement,
  'hospital-fortnight': hospitalFortnight,
  'greater-of': greaterOf,
  'first-hours-count': firstHoursCount,
  'supplements-added': supplementsAdded,
};
