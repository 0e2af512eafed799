import type { WritingReply } from '@heath/contract';
import type { Writing } from '@heath/core';
import type { ReactNode } from 'react';
import { problemOf } from '../../api/requests/base.ts';
import { useMay } from '../../api/useMay.ts';
import {
  useChooseCompanyWritingMutation,
  useChooseWritingMutation,
  useWritingQuery,
} from '../../api/writing.ts';
import { Select } from '../../ui/controls/Select.tsx';
import { BOX } from '../../ui/form/Setting.tsx';
import { Notice } from '../../ui/notices/Notice.tsx';
import { NotYet } from '../../ui/notices/NotYet.tsx';
import { AS_THE_COMPANY, choicesOf, SETTINGS, withOwn } from './settings.ts';

/** How hours, times and dates are written: for oneself, and, for whoever may choose it, for the company. */
export function WritingChoices() {
  const { data, error, refetch } = useWritingQuery();
  return (
    <section className="min-w-0" aria-labelledby="writing">
      <h2 id="writing" className="text-lead">
        How things are written
      </h2>
      <p className="mt-1 max-w-120 text-note text-soft">
        On every screen, report and paper. A CSV keeps decimal hours and ISO dates, since programs read it.
        Punches are always written by the clock of their site.
      </p>
      {data === undefined ? (
        <NotYet place="part" what="how things are written" error={error} again={() => void refetch()} />
      ) : (
        <Choices of={data} />
      )}
    </section>
  );
}

function Choices({ of }: { of: WritingReply }) {
  const may = useMay('keep company');
  const [chooseOwn, own] = useChooseWritingMutation();
  const [chooseCompany, company] = useChooseCompanyWritingMutation();
  const isBusy = own.isLoading || company.isLoading;
  const error = own.error ?? company.error;
  return (
    <>
      <table className="mt-2 border-collapse text-note">
        <thead>
          <tr className="text-left text-fine text-soft">
            <td className="w-36 py-1" />
            <th className="w-64 px-1 font-normal">For me</th>
            {may && <th className="w-64 px-1 font-normal">For the company</th>}
          </tr>
        </thead>
        <tbody>
          {SETTINGS.map((setting) => (
            <tr key={setting.name} className="border-t border-faint">
              <th scope="row" className="py-1 text-left font-normal text-soft">
                {setting.label}
              </th>
              <Cell>
                <Select
                  label={`${setting.label}, for me`}
                  value={of.own[setting.name] ?? AS_THE_COMPANY}
                  choices={choicesOf(setting, of.company)}
                  disabled={isBusy}
                  onChoose={(chosen) => void chooseOwn(withOwn(of.own, setting.name, chosen))}
                  className={`${BOX} border`}
                />
              </Cell>
              {may && (
                <Cell>
                  <Select
                    label={`${setting.label}, for the company`}
                    value={of.company[setting.name]}
                    choices={choicesOf(setting, null)}
                    disabled={isBusy}
                    onChoose={(chosen) =>
                      void chooseCompany({ ...of.company, [setting.name]: chosen } as Writing)
                    }
                    className={`${BOX} border`}
                  />
                </Cell>
              )}
            </tr>
          ))}
        </tbody>
      </table>
      {error !== undefined && (
        <div className="mt-3">
          <Notice>{problemOf(error).title}</Notice>
        </div>
      )}
    </>
  );
}

const Cell = ({ children }: { children: ReactNode }) => <td className="px-1 py-1">{children}</td>;
