import { OwnWriting, type WritingReply, WritingSchema } from '@heath/contract';
import { DEFAULT_WRITING, type Writer, writerOf } from '@heath/core';
import { count, desc, eq } from 'drizzle-orm';
import * as v from 'valibot';
import type { Reads } from '../database/connect.ts';
import { setting, site, user } from '../database/schema/index.ts';
import type { Who } from '../rights/who.ts';

/** Name of the setting that holds how the company writes things. */
export const COMPANY_WRITING = 'writing';

/** How the company and one of its users write things, and the zone that most sites lie in. A setting that nobody can read counts as not chosen. */
export async function writingChoices(queries: Reads, { userId }: Pick<Who, 'userId'>): Promise<WritingReply> {
  const [chosen] = await queries
    .select({ value: setting.value })
    .from(setting)
    .where(eq(setting.name, COMPANY_WRITING));
  const [reader] =
    userId === null
      ? []
      : await queries.select({ writing: user.writing }).from(user).where(eq(user.id, userId));
  const [zone] = await queries
    .select({ name: site.zone })
    .from(site)
    .groupBy(site.zone)
    .orderBy(desc(count()), site.zone)
    .limit(1);
  const company = v.safeParse(WritingSchema, parsed(chosen?.value));
  const own = v.safeParse(OwnWriting, reader?.writing ?? {});
  return {
    company: company.success ? company.output : DEFAULT_WRITING,
    own: own.success ? own.output : {},
    siteZone: zone?.name ?? null,
  };
}

function parsed(text: string | undefined): unknown {
  try {
    return JSON.parse(text ?? '');
  } catch {
    return null;
  }
}

/** How things are written for somebody: what they chose, and for the rest what the company chose. */
export const writingFor = ({ company, own }: WritingReply) => ({ ...company, ...own });

/** Writes hours, times and dates as somebody reads them. */
export const writerFor = async (queries: Reads, who: Pick<Who, 'userId'>): Promise<Writer> =>
  writerOf(writingFor(await writingChoices(queries, who)));
