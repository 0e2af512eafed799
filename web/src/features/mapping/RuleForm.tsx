import type { MappingReply } from '@heath/contract';
import {
  MAPPING_CONDITIONS,
  type MappingRule,
  type Workday,
  workdayFromIso,
  workdayToIso,
} from '@heath/core';
import { type ReactNode, useState } from 'react';
import { Button } from '../../ui/Button.tsx';
import { DateField } from '../../ui/form/DateField.tsx';
import { ManyOf } from '../../ui/ManyOf.tsx';
import { Select } from '../../ui/Select.tsx';
import { nameOfIn, withCondition } from './draft.ts';

const FIXED: Readonly<Record<string, readonly string[]>> = {
  classes: ['ordinary', 'overtime', 'premium', 'leave', 'guarantee', 'adjustment'],
  weekdays: ['monday', 'tuesday', 'wednesday', 'thursday', 'friday', 'saturday', 'sunday'],
  days: ['holiday', 'no holiday'],
};

/** What a condition can name, each with what it is called. */
function choicesOf(condition: string, names: MappingReply['names']): { value: string; name: string }[] {
  const fixed = FIXED[condition];
  if (fixed !== undefined) return fixed.map((value) => ({ value, name: value }));
  const among = (names as Readonly<Record<string, readonly unknown[]>>)[condition] ?? [];
  const nameOf = nameOfIn(names);
  return among.map((one) => {
    const value = typeof one === 'object' && one !== null && 'code' in one ? String(one.code) : String(one);
    return { value, name: nameOf(condition, typeof one === 'number' ? one : value) ?? value };
  });
}

const BOX = 'w-full rounded-control border border-rule bg-field px-2 py-0.5 text-note';

/** Everything that a rule states, and can state. */
export function RuleForm({
  rule,
  place,
  of: { names, codes },
  near,
  isFixed,
  onChange,
  onRemove,
}: {
  rule: MappingRule;
  place: number;
  of: Pick<MappingReply, 'names' | 'codes'>;
  /** A day near which typed dates are read. */
  near: Workday;
  isFixed: boolean;
  onChange: (rule: MappingRule) => void;
  onRemove: () => void;
}) {
  const given: Readonly<Record<string, readonly (string | number)[] | undefined>> = rule.when;
  return (
    <fieldset disabled={isFixed}>
      <legend className="font-serif text-lead font-semibold">Rule {place}</legend>
      <Line name="Called">
        <input
          aria-label="What the rule is called"
          value={rule.name}
          maxLength={80}
          onChange={(event) => onChange({ ...rule, name: event.target.value })}
          className={BOX}
        />
      </Line>
      <Line name="Paid under">
        <Select
          label="Pay code of the rule"
          value={rule.code}
          choices={codes.map(({ code, name }) => ({ value: code, name: `${code} · ${name}` }))}
          disabled={isFixed}
          onChoose={(code) => onChange({ ...rule, code })}
          className={`${BOX} border`}
        />
      </Line>
      <h3 className="mt-4 mb-1 text-note font-semibold">Only where</h3>
      {MAPPING_CONDITIONS.map(({ name, label }) => {
        const values = given[name] ?? [];
        const choices = choicesOf(name, names);
        if (choices.length === 0 && values.length === 0 && name !== 'people') return null;
        const isNumber = name === 'multipliers';
        return (
          <Line key={name} name={label}>
            {name === 'people' ? (
              <People
                values={values.map(String)}
                onChange={(next) => onChange(withCondition(rule, name, next))}
              />
            ) : (
              <ManyOf
                label={label}
                chosen={values.map(String)}
                choices={choices}
                disabled={isFixed}
                onChoose={(next) => onChange(withCondition(rule, name, isNumber ? next.map(Number) : next))}
              />
            )}
          </Line>
        );
      })}
      <h3 className="mt-4 mb-1 text-note font-semibold">Workdays</h3>
      {(['firstDay', 'lastDay'] as const).map((field) => (
        <DateField
          key={field}
          label={field === 'firstDay' ? 'From which workday on' : 'Until which workday'}
          near={near}
          initial={rule[field] === null ? null : workdayFromIso(rule[field])}
          onChange={(day) => onChange({ ...rule, [field]: day === null ? null : workdayToIso(day) })}
        />
      ))}
      <Button onClick={onRemove} className="mt-4">
        Take this rule away
      </Button>
    </fieldset>
  );
}

function Line({ name, children }: { name: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[calc(var(--spacing)*23)_minmax(0,1fr)] items-center gap-2 border-t border-faint py-1">
      <span className="text-note text-soft">{name}</span>
      {children}
    </div>
  );
}

/** Numbers of people, as they are typed: with commas or blanks between. */
function People({ values, onChange }: { values: readonly string[]; onChange: (values: string[]) => void }) {
  const [text, setText] = useState(values.join(', '));
  return (
    <input
      aria-label="Numbers of people"
      placeholder="any"
      value={text}
      onChange={(event) => {
        setText(event.target.value);
        onChange([...new Set(event.target.value.split(/[\s,;]+/).filter((one) => one !== ''))]);
      }}
      className={BOX}
    />
  );
}
