import { useRef } from 'react';
import { Link } from 'react-router';
import type { OpenException } from '../../api/exceptions.ts';
import { Select } from '../../ui/controls/Select.tsx';
import { FilterField } from '../../ui/form/FilterField.tsx';
import { useKey } from '../../ui/screen/keys.ts';
import { EXCEPTION_KEYS } from './keys.ts';
import { FACETS, type Facet, type Facets, type KindCount, type KindsBySeverity, valuesOf } from './kinds.ts';

/** The kinds that there is something of, by what they mean for the handoff, and whose are shown. */
export function KindList({
  kinds,
  picked,
  onPick,
  open,
  facets,
  onFacet,
  person,
  onPerson,
}: {
  kinds: KindsBySeverity;
  picked: string | undefined;
  onPick: (kind: string) => void;
  /** All that could be shown: what can be chosen comes from it. */
  open: readonly OpenException[];
  facets: Facets;
  onFacet: (facet: Facet, value: string | null) => void;
  /** Part of a name or number. */
  person: string;
  onPerson: (text: string) => void;
}) {
  const field = useRef<HTMLInputElement>(null);
  useKey(EXCEPTION_KEYS.filter, () => field.current?.focus());
  const part = (title: string, of: readonly KindCount[]) =>
    of.length > 0 && (
      <section className="mb-4" aria-label={title}>
        <h2 className="px-5 pb-1.5 font-sans text-note font-semibold text-soft">{title}</h2>
        {of.map(({ kind, label, count }) => (
          <button
            key={kind}
            type="button"
            aria-current={kind === picked}
            onClick={() => onPick(kind)}
            className={`flex w-full justify-between px-5 py-1.5 text-left ${kind === picked ? 'picked-row bg-sheet font-semibold' : 'hover:bg-sheet'}`}
          >
            <span>{label}</span>
            <span>{count.toLocaleString('en')}</span>
          </button>
        ))}
      </section>
    );
  return (
    <nav aria-label="Kinds" className="flex min-h-0 flex-col border-r border-rule pt-5">
      <div className="min-h-0 flex-1 overflow-y-auto">
        {part('Hold up the handoff', kinds.holdUp)}
        {part('Worth a look', kinds.toLookAt)}
        <Link to="/odd-days" className="block px-5 pb-4 text-note text-heather hover:underline">
          Look for odd days
        </Link>
      </div>
      <div className="grid gap-1.5 border-t border-faint px-5 py-3">
        <FilterField
          ref={field}
          label="Of a person"
          hint={`Of a person  ${EXCEPTION_KEYS.filter.press}`}
          initial={person}
          onType={(text) => onPerson(text)}
          className="w-full"
        />
        {FACETS.map(({ facet, all }) => {
          const values = valuesOf(open, facet);
          return (
            values.length > 1 && (
              <Select
                key={facet}
                label={all}
                value={facets[facet] ?? ''}
                choices={[{ value: '', name: all }, ...values.map((value) => ({ value, name: value }))]}
                onChoose={(value) => onFacet(facet, value === '' ? null : value)}
                className="w-full border border-rule bg-field px-2 py-0.5 text-note"
              />
            )
          );
        })}
      </div>
    </nav>
  );
}
