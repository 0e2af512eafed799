import { useLeaveKindsQuery } from '../../../api/reasons.ts';
import { Select } from '../../../ui/controls/Select.tsx';
import { Field } from '../../../ui/form/Field.tsx';

/** The code of hours that nobody punched: a kind of leave, or an adjustment by its name. */
export interface UnderCode {
  readonly as: 'leave' | 'adjustment';
  /** Empty while the name of an adjustment is not typed yet. */
  readonly code: string;
}

const NONE = '';
const ADJUSTMENT = 'adjustment';
const LEAVE = 'leave ';

/**
 * Chooses the code of hours without punches.
 *
 * @param none the choice of no code, where there is one: `Worked`
 */
export function CodeField({
  label,
  value,
  none,
  onChange,
}: {
  label: string;
  value: UnderCode | null;
  none?: string;
  onChange: (code: UnderCode | null) => void;
}) {
  const { data } = useLeaveKindsQuery();
  const chosen = value === null ? NONE : value.as === 'leave' ? `${LEAVE}${value.code}` : ADJUSTMENT;
  return (
    <>
      <div className="mt-4">
        <span aria-hidden="true" className="block text-note text-soft">
          {label}
        </span>
        <Select
          label={label}
          value={chosen}
          choices={[
            ...(none === undefined ? [] : [{ value: NONE, name: none }]),
            ...(data?.kinds ?? []).map(({ code, name }) => ({ value: `${LEAVE}${code}`, name })),
            { value: ADJUSTMENT, name: 'An adjustment, by name' },
          ]}
          onChoose={(next) => {
            if (next === NONE) onChange(null);
            else if (next === ADJUSTMENT) onChange({ as: 'adjustment', code: '' });
            else onChange({ as: 'leave', code: next.slice(LEAVE.length) });
          }}
          className="mt-1 w-full border border-rule bg-field px-2.5 py-1.5"
        />
      </div>
      {value?.as === 'adjustment' && (
        <div className="-mt-2">
          <Field
            label="Name, as it stands on the pay line"
            value={value.code}
            maxLength={80}
            onChange={(event) => onChange({ as: 'adjustment', code: event.target.value })}
          />
        </div>
      )}
    </>
  );
}
