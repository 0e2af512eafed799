// @vitest-environment jsdom
import { instantFromIso, workdayFromIso, workdayToIso, ZoneTables } from '@heath/core';
import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { useState } from 'react';
import { describe, expect, it, vi } from 'vitest';
import '../../testing/app.tsx';
import { TimeField } from '../controls/TimeField.tsx';
import { DateField } from './DateField.tsx';
import { HoursField } from './HoursField.tsx';
import { PeriodPicker } from './PeriodPicker.tsx';
import { Picker } from './Picker.tsx';

const user = userEvent.setup();
const below = (label: string) => {
  const id = screen.getByLabelText(label).getAttribute('aria-describedby');
  return id === null ? null : document.getElementById(id)?.textContent;
};
const wrong = (label: string) => screen.getByLabelText(label).getAttribute('aria-invalid');

describe('a field for hours', () => {
  it('says back what it understood, and what is wrong', async () => {
    const onChange = vi.fn();
    render(<HoursField label="Hours" onChange={onChange} />);
    await user.type(screen.getByLabelText('Hours'), '8:30');
    expect(below('Hours')).toBe('8.50 h, 8 h 30 m');
    expect(onChange).toHaveBeenLastCalledWith(30_600);
    await user.clear(screen.getByLabelText('Hours'));
    await user.type(screen.getByLabelText('Hours'), '8:75');
    expect([below('Hours'), wrong('Hours')]).toEqual(['An hour has 60 minutes', 'true']);
    expect(onChange).toHaveBeenLastCalledWith(null);
    await user.clear(screen.getByLabelText('Hours'));
    expect([below('Hours'), wrong('Hours')]).toEqual([null, 'false']);
  });
});

const at = instantFromIso('2026-10-27T22:00:00Z');
const offsets = ZoneTables.around(at, at).of('Europe/London');
function Time({ error }: { error?: string }) {
  const [text, setText] = useState('');
  return (
    <TimeField
      label="Time"
      text={text}
      beside={at}
      direction="after"
      offsets={offsets}
      error={error}
      onType={setText}
      onEnter={() => {}}
    />
  );
}

describe('a field for a time', () => {
  it('says back the day and the time that it understood', async () => {
    render(<Time />);
    await user.type(screen.getByRole('textbox'), '605');
    expect(screen.getByText('Wed 28 Oct, 06:05')).toBeDefined();
    await user.type(screen.getByRole('textbox'), 'x');
    expect(screen.getByText('not a time')).toBeDefined();
    expect(screen.getByRole('textbox').getAttribute('aria-invalid')).toBe('true');
  });

  it('says at itself what the server finds wrong with it', () => {
    render(<Time error="The out must be after the in." />);
    const id = screen.getByRole('textbox').getAttribute('aria-describedby') ?? '';
    expect(document.getElementById(id)?.textContent).toBe('The out must be after the in.');
  });
});

describe('a field for a day', () => {
  const near = workdayFromIso('2026-10-28');
  const day = async (typed: string) => {
    const onChange = vi.fn();
    render(<DateField label="Day" near={near} from={workdayFromIso('2026-10-05')} onChange={onChange} />);
    await user.type(screen.getByLabelText('Day'), typed);
    const last: unknown = onChange.mock.lastCall?.[0];
    return [below('Day'), typeof last === 'number' ? workdayToIso(last as typeof near) : last];
  };
  it('says back in full what it understood', async () => {
    expect(await day('mon')).toEqual(['Mon 26 Oct 2026', '2026-10-26']);
  });
  it('says what is wrong with a day that may not be chosen', async () => {
    expect(await day('4 oct')).toEqual(['Not before 5 Oct 2026', null]);
  });
  it('opens a calendar on the day, which types what is chosen', async () => {
    await day('28 oct');
    await user.click(screen.getByRole('button', { name: 'Day: choose from the calendar' }));
    const chosen = await screen.findByRole('gridcell', { selected: true });
    expect(chosen.textContent).toBe('28');
    expect(screen.getByRole('button', { name: 'Sun 4 Oct 2026' })).toHaveProperty('disabled', true);
    await user.click(screen.getByRole('button', { name: 'Fri 30 Oct 2026' }));
    expect((screen.getByLabelText('Day') as HTMLInputElement).value).toBe('30 Oct 2026');
    expect(screen.queryByRole('grid')).toBeNull();
    // Opened once more, by the same button.
    await user.click(screen.getByRole('button', { name: 'Day: choose from the calendar' }));
    await user.keyboard('{ArrowLeft}{Enter}');
    expect((screen.getByLabelText('Day') as HTMLInputElement).value).toBe('29 Oct 2026');
  });
});

describe('a picker', () => {
  const items = ['Aldana', 'Brook', 'Calder'].map((name, i) => ({ id: String(i), name, detail: `MF-${i}` }));
  it('finds by name and number, and takes the first by Enter', async () => {
    const onChoose = vi.fn();
    render(
      <Picker label="Person" items={items} value={null} onChoose={onChoose} empty="Nobody by that name." />,
    );
    await user.click(screen.getByRole('button', { name: 'Person: nobody chosen' }));
    await user.keyboard('x');
    expect(screen.getByText('Nobody by that name.')).toBeDefined();
    await user.keyboard('{Backspace}mf-1{Enter}');
    expect(onChoose).toHaveBeenCalledWith('1');
    expect(screen.queryByRole('dialog')).toBeNull();
  });

  it('of periods finds the one that holds a day', async () => {
    const onChoose = vi.fn();
    const from = (id: number, iso: string) => ({
      id,
      firstDay: workdayFromIso(iso),
      lastDay: workdayFromIso(iso.replace(/\d\d$/, (day) => String(Number(day) + 6))),
      note: id === 2 ? 'sealed' : '',
    });
    const periods = [from(1, '2026-10-19'), from(2, '2026-10-12'), from(3, '2026-10-05')];
    render(<PeriodPicker items={periods} value={periods[0]!} onChoose={onChoose} />);
    await user.click(screen.getByRole('button', { name: 'Period: 19 – 25 Oct 2026' }));
    expect((await screen.findAllByRole('option')).map((one) => one.textContent)).toEqual([
      '19 – 25 Oct 2026',
      '12 – 18 Oct 2026sealed',
      '5 – 11 Oct 2026',
    ]);
    await user.keyboard('6 oct{Enter}');
    expect(onChoose).toHaveBeenCalledWith(3);
  });
});
