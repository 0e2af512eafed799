import type { OwnWriting } from '@heath/contract';
import { WRITING_CHOICES, type Writing } from '@heath/core';

/** One way of writing that can be chosen: what it is called, and what its choices look like. */
export interface WritingSetting {
  readonly name: keyof Writing;
  readonly label: string;
  readonly names: Readonly<Record<string, string>>;
}

/** Names of the choices: what they look like, where they can be shown. */
export const SETTINGS: readonly WritingSetting[] = [
  { name: 'hours', label: 'Hours', names: { decimal: '8.50', 'hours and minutes': '8 h 30 m' } },
  { name: 'clock', label: 'Times of day', names: { '24 hours': '17:05', '12 hours': '5:05 pm' } },
  {
    name: 'dates',
    label: 'Dates',
    names: {
      'day month year': '28 Oct 2026',
      'month day year': 'Oct 28, 2026',
      'year month day': '2026-10-28',
    },
  },
  {
    name: 'weekStartsOn',
    label: 'Weeks of calendars',
    names: { monday: 'Monday first', sunday: 'Sunday first', saturday: 'Saturday first' },
  },
  {
    name: 'moments',
    label: 'When something was done',
    names: { own: 'By the clock of this computer', site: 'By the clock of the sites' },
  },
];

/** Stands for the company's choice among one's own. */
export const AS_THE_COMPANY = 'company';

/** What can be chosen of a setting; with the company's choices given, its choice comes first. */
export function choicesOf({ name, names }: WritingSetting, company: Writing | null) {
  const own = WRITING_CHOICES[name].map((value): { value: string; name: string } => ({
    value,
    name: names[value] ?? value,
  }));
  if (company === null) return own;
  const chosen = company[name];
  return [{ value: AS_THE_COMPANY, name: `As the company: ${names[chosen] ?? chosen}` }, ...own];
}

/** One's own choices with another one made, or left to the company. */
export function withOwn(own: OwnWriting, name: keyof Writing, chosen: string): OwnWriting {
  const { [name]: _, ...others } = own;
  return chosen === AS_THE_COMPANY ? others : ({ ...others, [name]: chosen } as OwnWriting);
}
