import { type Instant, type Workday, workdayFromIso, workdayToIso } from '@heath/core';
import { bigint, customType, int } from 'drizzle-orm/mysql-core';

/** JSON is text in MariaDB: parsed and written here, nowhere else. */
export const json = <T>(name: string) =>
  customType<{ data: T; driverData: string }>({
    dataType: () => 'longtext',
    fromDriver: (text) => JSON.parse(text) as T,
    toDriver: (value) => JSON.stringify(value),
  })(name);

/** Workdays by their dates as the database writes them: few of them come again and again, with every plan there is. */
const known = new Map<string, Workday>();
const MOST_KNOWN = 4000;

function fromIso(iso: string): Workday {
  let day = known.get(iso);
  if (day === undefined) {
    if (known.size >= MOST_KNOWN) known.clear();
    day = workdayFromIso(iso);
    known.set(iso, day);
  }
  return day;
}

/** A DATE that is a workday in code. */
export const workday = customType<{ data: Workday; driverData: string }>({
  dataType: () => 'date',
  fromDriver: fromIso,
  toDriver: (day) => workdayToIso(day),
});

export const mediumBlob = customType<{ data: Buffer }>({ dataType: () => 'mediumblob' });

export const id = () => int('id').autoincrement().primaryKey();
/** An instant by the clock of the business: whole seconds since 1970-01-01T00:00:00Z. */
export const at = (name: string) => bigint(name, { mode: 'number' }).$type<Instant>();
/** Real seconds since 1970, for what must expire: see `realSeconds`. */
export const realAt = (name: string) => bigint(name, { mode: 'number' });
