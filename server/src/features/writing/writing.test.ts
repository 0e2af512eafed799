import { DEFAULT_WRITING } from '@heath/core';
import { desc } from 'drizzle-orm';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { auditEvent, setting } from '../../database/schema/index.ts';
import { writerFor, writingChoices } from '../../records/writing.ts';
import { type Company, freshCompany } from '../../testing/company.ts';
import { chooseCompanyWriting, chooseWriting } from './service.ts';

let company: Company;
beforeAll(async () => {
  company = await freshCompany('writing');
});
afterAll(() => company.close());

const choices = () => writingChoices(company.database, company.who);

describe('how things are written', () => {
  it('is decimal hours, 24 hours and the day first where nobody chose, by the zone that most sites lie in', async () => {
    expect(await choices()).toEqual({ company: DEFAULT_WRITING, own: {}, siteZone: 'Europe/London' });
  });

  it('is as the company chose, but for what somebody chose themselves', async () => {
    await chooseCompanyWriting(company, company.who, null, {
      ...DEFAULT_WRITING,
      hours: 'hours and minutes',
      dates: 'year month day',
    });
    await chooseWriting(company, company.who, null, { hours: 'decimal' });
    const own = await writerFor(company.database, company.who);
    expect(own.writing).toEqual({ ...DEFAULT_WRITING, hours: 'decimal', dates: 'year month day' });
    const others = await writerFor(company.database, { userId: null });
    expect(others.writing.hours).toBe('hours and minutes');
  });

  it('goes back to the company with an empty choice, and each choice is kept among what happened', async () => {
    await chooseWriting(company, company.who, null, {});
    expect((await choices()).own).toEqual({});
    const [last] = await company.database.select().from(auditEvent).orderBy(desc(auditEvent.id)).limit(1);
    expect(last).toMatchObject({ what: 'chosen', about: 'user', before: { hours: 'decimal' }, after: {} });
  });

  it('is the usual way where a setting cannot be read', async () => {
    await company.database.update(setting).set({ value: '{"hours":"guess"}' });
    expect((await choices()).company).toEqual(DEFAULT_WRITING);
  });
});
