import * as v from 'valibot';
import { on } from '../../../kinds/example.ts';
import { names } from '../../../time/schemas.ts';
import { definePremiumCondition } from '../define.ts';

/** Work in one of some sites, as the punch that began it says. */
export const sites = definePremiumCondition({
  name: 'sites',
  says: 'Only for work at one of these sites. (The punch below names none.)',
  settings: { sites: v.optional(names) },
  compile(settings, resolver) {
    const among = resolver.sites(settings.sites, 'sites');
    if (among === null) return null;
    return { meets: ({ from }) => from.site !== null && among.has(from.site) };
  },
  example: {
    rules: { premiums: [{ name: 'Ebb Point', sites: ['Ebb Point'] }] },
    day: { punches: on('2026-10-19', '08:00 in', '16:00 out'), gives: { ordinary: '8' } },
  },
});
