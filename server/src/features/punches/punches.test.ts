import { sql } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { importFile } from '../../demo/acting.ts';
import { bytes, type Company, freshCompany, generatedLines } from '../../testing/company.ts';
import { openCard } from '../cards/service.ts';
import { correct } from '../corrections/service.ts';
import { listPunches } from './service.ts';

let company: Company;
let lines: readonly string[];
beforeAll(async () => {
  company = await freshCompany('punches');
  lines = generatedLines();
  await importFile(company, 'clocks.csv', bytes(lines.join('\n')));
  await company.work();
});
afterAll(() => company.close());

const key = () => ({ periodId: company.periodId, personId: 1 });

describe('the punches of a card', () => {
  it('are told with the file and the line that they came from, which says the same person and time', async () => {
    const { punches } = await listPunches(company, company.who, key());
    expect(punches.length).toBeGreaterThan(20);
    for (const { at, source } of punches) {
      expect(source).toMatchObject({ kind: 'file', name: 'clocks.csv', importId: 1 });
      const [number, when] = (lines[source.line! - 1] ?? '').split(',');
      expect([number, Date.parse(when!) / 1000]).toEqual(['MF-0101', at]);
    }
  });

  it('stay as they came, whatever was corrected', async () => {
    const before = await listPunches(company, company.who, key());
    const { shifts } = await openCard(company, company.who, key());
    const { out } = shifts[0]!.spells.at(-1)!;
    const says = { kind: 'move', punch: out.id!, at: (out.at - 60) as typeof out.at } as const;
    await correct(company, null, company.who, key(), { says, note: '' });
    expect(await listPunches(company, company.who, key())).toEqual(before);
  });

  it('are told with where they were made, and where their site lies', async () => {
    await company.database.execute(sql`UPDATE site SET latitude = 57.5, longitude = -4.5`);
    const [badge] = (await company.database.execute(
      sql`SELECT badge_id AS id FROM badge_owner WHERE person_id = 1`,
    )) as unknown as [{ id: number }[]];
    const at = Date.parse('2026-10-31T12:00:00Z') / 1000;
    await company.database.execute(sql`
      INSERT INTO punch (badge_id, at, kind, site_id, source_id, place, latitude, longitude, note)
      SELECT ${badge[0]!.id}, ${at}, 'in', 1, MIN(id), 'the pier', 57.51, -4.49, 'by phone' FROM punch_source`);
    const { punches, sites } = await listPunches(company, company.who, key());
    expect(punches.find((punch) => punch.at === at)).toMatchObject({
      place: 'the pier',
      note: 'by phone',
      latitude: 57.51,
      longitude: -4.49,
    });
    expect(sites.every(({ latitude }) => latitude === 57.5)).toBe(true);
    expect(sites.length).toBeGreaterThan(0);
  });

  it('are of nobody whom whoever asks does not reach', async () => {
    await expect(listPunches(company, await company.as('rhona'), key())).rejects.toThrow('no card');
  });
});
