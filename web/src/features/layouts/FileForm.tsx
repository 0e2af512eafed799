import { ENCODINGS, LAYOUT_KINDS, type Layout, LINE_PARTS } from '@heath/core';
import { Checkbox } from '../../ui/controls/Checkbox.tsx';
import { ManyOf } from '../../ui/controls/ManyOf.tsx';
import { OneOf, Setting, TextSetting } from '../../ui/form/Setting.tsx';

const KIND_NAMES: Readonly<Record<Layout['kind'], string>> = {
  csv: 'CSV',
  tsv: 'TSV',
  fixed: 'fixed width',
  xlsx: 'XLSX',
  json: 'JSON',
  pdf: 'PDF, for paper',
};

/** How the whole file is written. */
export function FileForm({
  says,
  isFixed,
  onChange,
}: {
  says: Layout;
  isFixed: boolean;
  onChange: (says: Layout) => void;
}) {
  const set = (change: Partial<Layout>) => onChange({ ...says, ...change });
  const isSeparated = says.kind === 'csv' || says.kind === 'tsv';
  const isText = says.kind !== 'xlsx' && says.kind !== 'pdf';
  return (
    <section aria-label="The whole file">
      <h2 className="mb-1 text-lead">The whole file</h2>
      <TextSetting name="Called" value={says.name} isFixed={isFixed} onChange={(name) => set({ name })} />
      <OneOf
        name="Kind"
        value={says.kind}
        choices={LAYOUT_KINDS.map((value) => ({ value, name: KIND_NAMES[value] }))}
        isFixed={isFixed}
        onChoose={(kind) => set({ kind })}
      />
      <Setting name="A line for each">
        <ManyOf
          label="A line for each"
          chosen={says.lineFor}
          choices={LINE_PARTS.map((value) => ({ value, name: value }))}
          disabled={isFixed}
          onChoose={(chosen) => set({ lineFor: LINE_PARTS.filter((part) => chosen.includes(part)) })}
        />
      </Setting>
      {says.kind === 'csv' && (
        <OneOf
          name="Separated by"
          value={says.separator}
          choices={[
            { value: ',', name: 'comma' },
            { value: ';', name: 'semicolon' },
            { value: '|', name: 'bar' },
          ]}
          isFixed={isFixed}
          onChoose={(separator) => set({ separator })}
        />
      )}
      {isSeparated && (
        <OneOf
          name="Quotes"
          value={says.quotes}
          choices={[
            { value: 'where needed', name: 'where needed' },
            { value: 'always', name: 'always' },
            { value: 'never', name: 'never' },
          ]}
          isFixed={isFixed}
          onChoose={(quotes) => set({ quotes })}
        />
      )}
      {isText && (
        <>
          <OneOf
            name="Decimal mark"
            value={says.decimalMark}
            choices={[
              { value: '.', name: 'point' },
              { value: ',', name: 'comma' },
            ]}
            isFixed={isFixed}
            onChoose={(decimalMark) => set({ decimalMark })}
          />
          <OneOf
            name="Lines end with"
            value={says.lineEnd}
            choices={[
              { value: 'crlf', name: 'CR LF' },
              { value: 'lf', name: 'LF' },
            ]}
            isFixed={isFixed}
            onChoose={(lineEnd) => set({ lineEnd })}
          />
          <OneOf
            name="Encoding"
            value={says.encoding}
            choices={ENCODINGS.map((value) => ({ value, name: value }))}
            isFixed={isFixed}
            onChoose={(encoding) => set({ encoding })}
          />
        </>
      )}
      <OneOf
        name="Nothing there"
        value={says.nothing}
        choices={[
          { value: 'leave out', name: 'leave the line out' },
          { value: 'write', name: 'write it all the same' },
        ]}
        isFixed={isFixed}
        onChoose={(nothing) => set({ nothing })}
      />
      <div className="border-t border-faint py-1.5 text-note">
        <Checkbox checked={says.hasHeading} onChange={(hasHeading) => set({ hasHeading })} disabled={isFixed}>
          A first line with the headings
        </Checkbox>
      </div>
      <TextSetting
        name="File"
        value={says.fileName}
        isFixed={isFixed}
        onChange={(fileName) => set({ fileName })}
      />
    </section>
  );
}
