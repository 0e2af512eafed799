import * as v from 'valibot';
import { on } from '../../kinds/example.ts';
import { defineException } from '../define.ts';
import { ofPunches, punchesOf } from '../of-shifts.ts';

const EARTH_RADIUS_METERS = 6_371_008.8;

/** Meters between two points along a great circle. */
function metersBetween(
  a: { readonly latitude: number; readonly longitude: number },
  b: { readonly latitude: number; readonly longitude: number },
): number {
  const radians = Math.PI / 180;
  const up = Math.sin(((b.latitude - a.latitude) * radians) / 2) ** 2;
  const across = Math.sin(((b.longitude - a.longitude) * radians) / 2) ** 2;
  const h = up + Math.cos(a.latitude * radians) * Math.cos(b.latitude * radians) * across;
  return 2 * EARTH_RADIUS_METERS * Math.asin(Math.min(1, Math.sqrt(h)));
}

/** A punch too far from the site it names. */
export const awayFromSite = defineException({
  name: 'away-from-site',
  label: 'Punched away from the site',
  sentence: 'Punched {measured} from the site[, further than {limit}]',
  says: 'A punch made further than `overMeters` from the site it names, where both are known.',
  measures: 'distance',
  unlessSaid: 'off',
  settings: { overMeters: v.pipe(v.number(), v.gtValue(0)) },
  limits: ({ overMeters = 0 }) => ({ overMeters }),
  find: (input, ruleOn) =>
    ofPunches(input, ruleOn, punchesOf, (punch, { overMeters }) => {
      const site = punch.site === null ? undefined : input.sites.get(punch.site);
      if (site === undefined || punch.position == null) return false;
      const meters = metersBetween(site, punch.position);
      return meters > overMeters && { measured: Math.round(meters), limit: overMeters };
    }),
  example: {
    rules: { exceptions: { 'away-from-site': { severity: 'to look at', overMeters: 200 } } },
    day: { punches: on('2026-10-19', '08:00 in', '12:00 out'), gives: { ordinary: '4' }, exceptions: [] },
  },
});
