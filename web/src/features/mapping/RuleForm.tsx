import type { MappingReply } from '@heath/contract';
import {
  MAPPING_CONDITIONS,
  type MappingCondition,
  type MappingRule,
  type Workday,
  workdayFromIso,
  workdayToIso,
} from '@heath/core';
import { type ReactNode, useState } from 'react';
import { Button } from '../../ui/controls/Button.tsx';
import { ManyOf } from '../../ui/controls/ManyOf.tsx';
import { Select } from '../../ui/controls/Select.tsx';
import { DateField } from '../../ui/form/DateField.tsx';
import { namedIn, nameOfIn, withCondition } from './draft.ts';

/** What a condition can name, each with what it is called: what it says itself, or what the company has of it. */
function choicesOf(
  { name, choices, written }: MappingCondition,
  names: MappingReply['names'],
): { value: string; name: string }[] {
  if (choices !== undefined) return choices.map((one) => ({ value: String(one), name: String(one) }));
  const nameOf = nameOfIn(names);
  return namedIn(names, name).map(({ value }) => ({
    value: String(value),
    name: nameOf(name, value) ?? written(value),
  }));
}

const CONDITIONS: readonly MappingCondition[] = MAPPING_CONDITIONS;

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
      {CONDITIONS.map((condition) => {
        const { name, label, isTyped = false, readValue } = condition;
        const values = given[name] ?? [];
        const choices = choicesOf(condition, names);
        if (choices.length === 0 && values.length === 0 && !isTyped) return null;
        return (
          <Line key={name} name={label}>
            {isTyped ? (
              <Typed
                label={label}
                values={values.map(String)}
                onChange={(next) => onChange(withCondition(rule, name, next))}
              />
            ) : (
              <ManyOf
                label={label}
                chosen={values.map(String)}
                choices={choices}
                disabled={isFixed}
                onChoose={(next) => onChange(withCondition(rule, name, next.map(readValue)))}
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

/** Values as they are typed: with commas or blanks between. */
function Typed({
  label,
  values,
  onChange,
}: {
  label: string;
  values: readonly string[];
  onChange: (values: string[]) => void;
}) {
  const [text, setText] = useState(values.join(', '));
  return (
    <input
      aria-label={label}
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
