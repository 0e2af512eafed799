import type { LayoutPreview } from '@heath/contract';
import type { Layout } from '@heath/core';
import { ScrollArea } from '../../ui/layout/ScrollArea.tsx';
import { OfBefore } from '../../ui/notices/OfBefore.tsx';
import type { ShownPreview } from './place.ts';

const ROWS_AS_TABLE = 8;

/** The first real lines, as a table and as the text of the file. */
export function FilePreview({ preview, says }: { preview: ShownPreview; says: Layout }) {
  const lines = preview.rows.filter(({ part }) => part === 'line').slice(0, ROWS_AS_TABLE);
  const texts = preview.rows.filter(({ text }) => text !== null);
  return (
    <OfBefore when={preview.isOfBefore}>
      {preview.faults.length > 0 && <Faults preview={preview} />}
      <div className="mt-3 overflow-x-auto">
        <table className="w-full text-note">
          <thead>
            <tr className="border-b-2 border-ink text-left text-soft">
              {says.columns.map(({ heading, align }, i) => (
                <th
                  key={i}
                  className={`px-2 py-1 font-normal whitespace-nowrap ${align === 'right' ? 'text-right' : ''}`}
                >
                  {heading}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {lines.map(({ cells }, row) => (
              <tr key={row} className="border-b border-faint">
                {cells.map((cell, i) => (
                  <td
                    key={i}
                    className={`px-2 py-1 whitespace-nowrap ${says.columns[i]?.align === 'right' ? 'text-right' : ''}`}
                  >
                    {cell}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>
      {texts.length > 0 && (
        <section aria-label="The file as text">
          <ScrollArea className="mt-3 h-60 rounded-control bg-peat px-3.5 py-2.5 text-on-peat">
            <pre className="font-mono text-fine leading-relaxed">
              {texts.slice(0, 14).map(({ text, part }, i) => (
                <span key={i} className={`block ${part === 'line' ? '' : 'text-heather-bright'}`}>
                  {text === '' ? ' ' : text}
                </span>
              ))}
              {texts.at(-1)?.part === 'trailer' && texts.length > 14 && (
                <>
                  <span className="block opacity-70">…</span>
                  <span className="block text-heather-bright">{texts.at(-1)?.text}</span>
                </>
              )}
            </pre>
          </ScrollArea>
        </section>
      )}
    </OfBefore>
  );
}

function Faults({ preview: { faults, faultCount } }: { preview: LayoutPreview }) {
  return (
    <section
      aria-label="What does not fit"
      className="mt-3 border border-ember bg-ember-wash px-3 py-2 text-note"
    >
      <b className="font-semibold">
        {faultCount.toLocaleString('en')} {faultCount === 1 ? 'value does' : 'values do'} not fit.
      </b>
      <ul>
        {faults.slice(0, 5).map(({ line, heading, value, reason }) => (
          <li key={`${line} ${heading} ${value}`}>
            {line === null ? heading : `Line ${line}, ${heading}`}: “{value}”. {reason}
          </li>
        ))}
      </ul>
    </section>
  );
}
