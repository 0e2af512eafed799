import { useMemo, useState } from 'react';
import { usePlacesQuery } from '../../../api/reasons.ts';
import { useNow } from '../../../api/useNow.ts';
import { Button } from '../../../ui/controls/Button.tsx';
import { Field } from '../../../ui/form/Field.tsx';
import { useDraft } from '../../../ui/form/useDraft.ts';
import { useKey } from '../../../ui/screen/keys.ts';
import { clockTime, dayAndTime } from '../../../ui/text/format.ts';
import { Kbd } from '../../../ui/text/Kbd.tsx';
import { type Bulk, BulkPanel } from '../bulks/index.ts';
import { BULK_KEYS } from '../bulks/keys.ts';
import { CodeField, type UnderCode } from '../code/index.ts';
import { itemsOf, readTimeLines, type TimeLine } from './lines.ts';
import type { AddTime } from './subjects.ts';

interface AddTimeProps {
  readonly periodId: number;
  readonly of: AddTime;
  readonly onClose: () => void;
}
/** `as` and `code` are those of `UnderCode`; empty where the time was worked. */
const EMPTY = { lines: '', from: '', to: '', mealFrom: '', mealTo: '', note: '', as: '', code: '' };
/** Times that are typed once for all lines. */
const TIMES_OF_ALL = [
  { name: 'from', label: 'In', hint: '8:00' },
  { name: 'to', label: 'Out', hint: '16:30' },
  { name: 'mealFrom', label: 'Meal from', hint: 'none' },
  { name: 'mealTo', label: 'Meal to', hint: 'none' },
] as const;
const NO_JOBS: readonly never[] = [];

/** Time for several people on one day, or for one on several: typed or pasted, each line said back, then shown with what it changes, then kept as one. */
export function AddTimeForm({ periodId, of, onClose }: AddTimeProps) {
  const { draft, type, forget } = useDraft(`time ${periodId} ${of.name}`, EMPTY);
  const { data: places } = usePlacesQuery();
  const [isShown, setShown] = useState(false);
  const jobs = places?.jobs ?? NO_JOBS;
  const now = useNow();
  const code = useMemo(() => codeIn(draft), [draft]);
  const lines = useMemo(
    () => readTimeLines(draft.lines, draft, of, jobs, code, now),
    [draft, of, jobs, code, now],
  );
  const right = lines.filter((line) => line.ok);
  const isReady = right.length > 0 && right.length === lines.length && code?.code.trim() !== '';
  const bulk = useMemo(() => bulkOf(lines, of), [lines, of]);
  useKey(BULK_KEYS.close, () => !isShown && onClose());
  if (isShown)
    return (
      <BulkPanel
        periodId={periodId}
        detail={of.of}
        bulk={bulk}
        onClose={(isDone) => {
          if (isDone) forget();
          onClose();
        }}
      />
    );
  return (
    <main aria-label="Add time" className="flex min-h-0 flex-col overflow-y-auto px-4.5 pt-3 pb-4">
      <h1 className="text-title">Add time, {of.of}</h1>
      <p className="text-note text-soft">
        {of.first}, in, out, a job where it is another, a note. Rows pasted from a spreadsheet are read as
        they come.
      </p>
      <div className="-mt-2 grid grid-cols-[repeat(4,calc(var(--spacing)*28))_auto] items-end gap-2">
        {TIMES_OF_ALL.map(({ name, label, hint }) => (
          <Field
            key={name}
            label={`${label}, of all`}
            value={draft[name]}
            placeholder={hint}
            onChange={(event) => type({ [name]: event.target.value })}
          />
        ))}
        <Button
          className="mb-1 justify-self-start"
          disabled={of.all.length === 0}
          onClick={() => type({ lines: withLines(draft.lines, of.all) })}
        >
          Put in all {of.all.length.toLocaleString('en')}
        </Button>
      </div>
      <div className="grid grid-cols-[calc(var(--spacing)*58)_minmax(0,calc(var(--spacing)*58))] items-start gap-2">
        <div className="-mt-2">
          <CodeField
            label="What the hours are"
            value={code}
            none="Worked: punches are added"
            onChange={(next) => type({ as: next?.as ?? '', code: next?.code ?? '' })}
          />
        </div>
        {code === null && (
          <div className="-mt-2">
            <Field
              label="Note on the punches, of all"
              value={draft.note}
              maxLength={500}
              onChange={(event) => type({ note: event.target.value })}
            />
          </div>
        )}
      </div>
      <textarea
        aria-label="Lines of time"
        value={draft.lines}
        rows={8}
        spellCheck={false}
        placeholder={of.example}
        onChange={(event) => type({ lines: event.target.value })}
        className="mt-3 w-full rounded-control border border-rule bg-field px-2.5 py-1.5 text-note"
      />
      <ol aria-label="What is understood" className="mt-2 max-h-72 overflow-y-auto text-note">
        {lines.map((line) => (
          <Understood key={line.line} line={line} />
        ))}
      </ol>
      <p className="mt-3 flex gap-2">
        <Button look="primary" disabled={!isReady} onClick={() => setShown(true)}>
          Show what changes for {right.length.toLocaleString('en')}
        </Button>
        <Button onClick={onClose}>
          Not now <Kbd>{BULK_KEYS.close.press}</Kbd>
        </Button>
      </p>
    </main>
  );
}

function Understood({ line }: { line: TimeLine }) {
  if (!line.ok)
    return (
      <li className="border-b border-faint py-0.5 text-ember">
        Line {line.line}: {line.fault}
      </li>
    );
  const { person, from, to } = line;
  return (
    <li className="border-b border-faint py-0.5">
      <b className="font-semibold">{person.name}</b>{' '}
      <span className="text-soft">
        {person.number} · {dayAndTime(from, person.offsets)} to {clockTime(to, person.offsets)}
        {besideTimes(line).map((one) => ` · ${one}`)}
      </span>
    </li>
  );
}

/** Pay code in the fields; null where the hours were worked. */
const codeIn = ({ as, code }: typeof EMPTY): UnderCode | null =>
  as === 'leave' || as === 'adjustment' ? { as, code } : null;

/** Job, meal, code and note of a line, in words. */
const besideTimes = ({ person, job, meal, code, note }: Extract<TimeLine, { ok: true }>): string[] => [
  ...(job === null ? [] : [job.name]),
  ...(meal === null
    ? []
    : [`meal ${clockTime(meal.from, person.offsets)} to ${clockTime(meal.to, person.offsets)}`]),
  ...(code === null ? [] : [code.code]),
  ...(note === null || code !== null ? [] : [note]),
];

/** The lines with one for each of all who, or which, have none yet. */
const withLines = (lines: string, all: readonly string[]): string => {
  const there = lines.toLowerCase();
  const more = all.filter((one) => !there.includes(one.toLowerCase()));
  return [...(lines.trim() === '' ? [] : [lines.trimEnd()]), ...more].join('\n');
};

const bulkOf = (lines: readonly TimeLine[], { of }: AddTime): Bulk => ({
  name: 'Add time',
  did: `Added time, ${of}`,
  verb: 'Add for',
  of: lines.flatMap((line) => {
    if (!line.ok) return [];
    const { person, day, from, to } = line;
    const times = `${clockTime(from, person.offsets)} to ${clockTime(to, person.offsets)}`;
    return [
      {
        personId: person.personId,
        name: person.name,
        workday: day,
        line: [times, ...besideTimes(line)].join(', '),
        items: itemsOf(line),
      },
    ];
  }),
});
