import type { ReportName } from '@heath/contract';
import type { Part } from '@heath/core';

/** A report as it is chosen: its name, and by what it can be told apart. */
export interface KnownReport {
  readonly name: ReportName;
  readonly label: string;
  readonly parts: readonly Part[];
  /** It is of one person, or can be. */
  readonly ofPerson?: 'must' | 'may';
}

/** The reports, as they stand under one another. */
export const GROUPS: readonly { readonly name: string; readonly reports: readonly KnownReport[] }[] = [
  {
    name: 'What is paid',
    reports: [
      {
        name: 'hours-and-cost',
        label: 'Hours and cost',
        parts: ['department', 'job', 'cost center', 'code', 'group', 'person'],
      },
      { name: 'overtime', label: 'Overtime by cause', parts: [] },
      { name: 'bridge', label: 'Clocked to payable', parts: ['department', 'job', 'group', 'person'] },
      { name: 'comparison', label: 'Side by side', parts: ['code', 'department', 'person', 'job', 'group'] },
    ],
  },
  {
    name: 'People',
    reports: [
      { name: 'planned-and-worked', label: 'Planned and worked', parts: [] },
      { name: 'unusual', label: 'Far from usual', parts: [] },
      { name: 'time-card', label: 'Time card to sign', parts: [], ofPerson: 'must' },
      { name: 'holiday-average', label: 'Average for holidays', parts: [] },
    ],
  },
  {
    name: 'Records',
    reports: [
      { name: 'exceptions', label: 'Exceptions, lateness', parts: [] },
      { name: 'punches', label: 'Punches, their source', parts: [], ofPerson: 'may' },
      { name: 'changes', label: 'Changes made', parts: [] },
    ],
  },
];

const ALL: readonly KnownReport[] = GROUPS.flatMap(({ reports }) => reports);
const [FIRST] = ALL;

/** The report that an address names; the first where it names none. */
export const reportNamed = (name: string | null): KnownReport | undefined =>
  ALL.find((one) => one.name === name) ?? FIRST;
