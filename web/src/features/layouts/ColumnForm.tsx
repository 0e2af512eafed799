import { columnKindOf, type LayoutColumn } from '@heath/core';
import { Button } from '../../ui/Button.tsx';
import { BOX, OneOf, Setting, TextSetting } from '../../ui/form/Setting.tsx';
import { kindsFor, newColumn } from './draft.ts';
import type { ColumnPlace } from './place.ts';

const DECIMALS = ['0', '1', '2', '3', '4'] as const;
const WRITTEN = [
  { value: '8.50', name: '8.50' },
  { value: '8:30', name: '8:30' },
  { value: 'minutes', name: '510 minutes' },
] as const;
const PATTERNS = ['YYYY-MM-DD', 'DD/MM/YYYY', 'MM/DD/YYYY', 'DD.MM.YYYY', 'YYYYMMDD', 'D/M/YY'] as const;

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
      {column.holds === 'words' && (
        <TextSetting name="Words" value={column.text} isFixed={isFixed} onChange={(text) => set({ text })} />
      )}
      {column.holds === 'hours of codes' && (
        <TextSetting
          name="Codes"
          value={column.codes.join(' ')}
          isFixed={isFixed}
          onChange={(text) => set({ codes: text.split(/[\s,]+/).slice(0, 60) })}
        />
      )}
      {'pattern' in column && (
        <OneOf
          name="Written as"
          value={column.pattern}
          choices={[...new Set([...PATTERNS, column.pattern])].map((value) => ({ value, name: value }))}
          isFixed={isFixed}
          onChoose={(pattern) => set({ pattern })}
        />
      )}
      {'written' in column && (
        <>
          <OneOf
            name="Written as"
            value={column.written}
            choices={WRITTEN}
            isFixed={isFixed}
            onChoose={(written) => set({ written })}
          />
          {column.written !== '8:30' && (
            <OneOf
              name="Decimals"
              value={String(column.decimals) as (typeof DECIMALS)[number]}
              choices={DECIMALS.map((value) => ({ value, name: value }))}
              isFixed={isFixed}
              onChoose={(decimals) => set({ decimals: Number(decimals) })}
            />
          )}
        </>
      )}
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
