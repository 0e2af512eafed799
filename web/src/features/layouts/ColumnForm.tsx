import { type ColumnField, columnKindOf, type LayoutColumn } from '@heath/core';
import { Button } from '../../ui/controls/Button.tsx';
import { BOX, OneOf, Setting, TextSetting } from '../../ui/form/Setting.tsx';
import { kindsFor, newColumn } from './draft.ts';
import type { ColumnPlace } from './place.ts';

/** What stands in a column, and how it is written. */
export function ColumnForm({
  column,
  part,
  isFixed,
  onChange,
  onRemove,
}: {
  column: LayoutColumn;
  part: ColumnPlace['part'];
  isFixed: boolean;
  onChange: (column: LayoutColumn) => void;
  onRemove: () => void;
}) {
  const kind = columnKindOf(column);
  const set = (change: object) => onChange({ ...column, ...change } as LayoutColumn);
  return (
    <section aria-label="Column" className="mb-5">
      <h2 className="text-lead">{column.heading || kind.label}</h2>
      <p className="mb-2 text-note text-soft">{kind.says}</p>
      <OneOf
        name="Holds"
        value={column.holds}
        choices={kindsFor(part).map(({ name, label }) => ({
          value: name as LayoutColumn['holds'],
          name: label,
        }))}
        isFixed={isFixed}
        onChoose={(holds) => {
          const { heading, width, fill, align } = column;
          onChange({ ...newColumn(holds), heading, width, fill, align });
        }}
      />
      <TextSetting
        name="Heading"
        value={column.heading}
        isFixed={isFixed}
        onChange={(heading) => set({ heading })}
      />
      {kind.fields.map((field) => (
        <KindField key={field.field} field={field} column={column} isFixed={isFixed} onSet={set} />
      ))}
      <Setting name="Width">
        <input
          aria-label="Width in characters"
          inputMode="numeric"
          placeholder="as it comes"
          disabled={isFixed}
          value={column.width ?? ''}
          onChange={(event) => {
            const width = Number(event.target.value);
            set({
              width:
                event.target.value === ''
                  ? null
                  : Number.isInteger(width) && width > 0
                    ? Math.min(width, 200)
                    : column.width,
            });
          }}
          className={BOX}
        />
      </Setting>
      {column.width !== null && (
        <>
          <OneOf
            name="Filled with"
            value={column.fill}
            choices={[
              { value: ' ', name: 'blanks' },
              { value: '0', name: 'noughts' },
            ]}
            isFixed={isFixed}
            onChoose={(fill) => set({ fill })}
          />
          <OneOf
            name="Stands"
            value={column.align}
            choices={[
              { value: 'left', name: 'at the left' },
              { value: 'right', name: 'at the right' },
            ]}
            isFixed={isFixed}
            onChoose={(align) => set({ align })}
          />
        </>
      )}
      {!isFixed && (
        <Button onClick={onRemove} className="mt-2">
          Take this column away
        </Button>
      )}
    </section>
  );
}

/** One setting that the kind of a column has. */
function KindField({
  field,
  column,
  isFixed,
  onSet,
}: {
  field: ColumnField;
  column: LayoutColumn;
  isFixed: boolean;
  onSet: (change: object) => void;
}) {
  const settings: Readonly<Record<string, unknown>> = { ...column };
  const given = settings[field.field];
  if (field.input === 'one of') {
    const { label, of, isNumber, unless } = field;
    if (unless !== undefined && settings[unless.field] === unless.is) return null;
    const value = String(given);
    const choices = of.some((one) => one.value === value) ? of : [...of, { value, name: value }];
    return (
      <OneOf
        name={label}
        value={value}
        choices={choices}
        isFixed={isFixed}
        onChoose={(chosen) => onSet({ [field.field]: isNumber ? Number(chosen) : chosen })}
      />
    );
  }
  const isCodes = field.input === 'codes';
  return (
    <TextSetting
      name={field.label}
      value={Array.isArray(given) ? given.join(' ') : String(given)}
      isFixed={isFixed}
      onChange={(text) =>
        onSet({ [field.field]: isCodes ? text.split(/[\s,]+/).slice(0, field.most) : text })
      }
    />
  );
}
