import { DatesProvider } from '@mantine/dates';
import { fireEvent, screen } from '@testing-library/react';
import { useState } from 'react';
import { describe, expect, test, vi } from 'vitest';
import { fail, ok, type Result } from '@/core/kernel/problem';
import { faultsIn, shown } from '../testing';
import { DayField, TimeField as TimeOfDayField } from './DayField';
import { NumberField, TextField } from './fields';
import { TimeField } from './TimeField';

const field = (name: string | RegExp) => screen.getByLabelText<HTMLInputElement>(name);
const type = (into: HTMLElement, words: string) => fireEvent.change(into, { target: { value: words } });

/** A text that is kept elsewhere: what is saved is what the field is given from then on. */
function Kept({ refuses = () => false }: { readonly refuses?: (words: string) => boolean }) {
  const [value, setValue] = useState('Reach');
  const save = (words: string): Result<unknown> => {
    if (refuses(words)) return fail('invalid', 'Give it a title.');
    setValue(words);
    return ok(null);
  };
  return (
    <>
      <TextField label="Title" value={value} onSave={save} />
      <output>{value}</output>
      <button type="button" onClick={() => setValue('Pool')}>
        Somebody else
      </button>
    </>
  );
}
const kept = () => screen.getByRole('status').textContent;
const somebodyElse = () => fireEvent.click(screen.getByRole('button', { name: 'Somebody else' }));

describe('a text that saves itself', () => {
  test('is saved with each letter, and follows what others write while nobody is in it', () => {
    shown(<Kept />);
    fireEvent.focus(field('Title'));
    type(field('Title'), 'Reaches');
    expect(kept()).toBe('Reaches');
    fireEvent.blur(field('Title'));
    somebodyElse();
    expect(field('Title').value).toBe('Pool');
  });

  test('does not change below the hands of who is in it, and shows what holds when they go', () => {
    shown(<Kept />);
    fireEvent.focus(field('Title'));
    somebodyElse();
    expect(field('Title').value).toBe('Reach');
    fireEvent.blur(field('Title'));
    expect(field('Title').value).toBe('Pool');
  });

  test('keeps what it may not save, says why at the field, and forgets that once it is put right', async () => {
    const { container } = shown(<Kept refuses={(words) => words.trim() === ''} />);
    fireEvent.focus(field('Title'));
    type(field('Title'), ' ');
    fireEvent.blur(field('Title'));
    expect([field('Title').value, kept()]).toEqual([' ', 'Reach']);
    expect(field('Title').getAttribute('aria-invalid')).toBe('true');
    expect(screen.getByText('Give it a title.').id).toBe(
      field('Title').getAttribute('aria-describedby')?.split(' ')[0],
    );
    expect(await faultsIn(container)).toEqual([]);
    type(field('Title'), 'Riffle');
    expect(kept()).toBe('Riffle');
    expect(screen.queryByText('Give it a title.')).toBeNull();
  });

  test('has its name also where that is only heard', async () => {
    const { container } = shown(
      <TextField label="Title of lesson 3" hideLabel value="" lines={2} onSave={() => ok(null)} />,
    );
    expect(field('Title of lesson 3').tagName).toBe('TEXTAREA');
    expect(await faultsIn(container)).toEqual([]);
  });
});

describe('a number that saves itself', () => {
  test.each<[typed: string, scale: number, saved: number | null | string]>([
    ['12', 1, 12],
    ['1,5', 1000, 1500],
    ['0.0005', 1000, 1],
    ['', 1, null],
    ['a dozen', 1, 'Write a number, in digits.'],
    ['0x10', 1, 'Write a number, in digits.'],
    [
      '1,000',
      1000,
      '"1,000" can be read as 1000 and as 1.000. Write it without the comma, or with another digit behind it.',
    ],
  ])('%j by %i is %j', (typed, scale, saved) => {
    const onSave = vi.fn(() => ok(null));
    shown(<NumberField label="Points" value={7} unit="points" scale={scale} empty="none" onSave={onSave} />);
    type(field('Points'), typed);
    if (typeof saved === 'string') {
      expect(onSave).not.toHaveBeenCalled();
      expect(screen.getByText(saved)).toBeTruthy();
      expect(field('Points').value).toBe(typed);
    } else expect(onSave.mock.lastCall).toEqual([saved]);
  });

  test('shows thousandths as they are typed, and asks for a number where nothing is no answer', () => {
    shown(<NumberField label="Points" value={1250} scale={1000} onSave={() => ok(null)} />);
    expect(field('Points').value).toBe('1.25');
    type(field('Points'), '');
    expect(screen.getByText('Give a number.')).toBeTruthy();
  });

  test('says what the one who keeps it has against it', () => {
    shown(<NumberField label="Attempts" value={1} onSave={() => fail('invalid', 'Allow at least one attempt.')} />);
    type(field('Attempts'), '0');
    expect(screen.getByText('Allow at least one attempt.')).toBeTruthy();
  });
});

describe('a moment of a film', () => {
  test.each<[key: object, from: number, to: number]>([
    [{ key: 'ArrowUp' }, 220_000, 220_040],
    [{ key: 'ArrowDown' }, 220_000, 219_960],
    [{ key: 'ArrowUp', shiftKey: true }, 220_000, 221_000],
    [{ key: 'ArrowDown', shiftKey: true }, 400, 0],
  ])('is moved by %j from %i to %i ms', (key, from, to) => {
    const onSave = vi.fn(() => ok(null));
    shown(<TimeField label="Begins" value={from} onSave={onSave} />);
    expect(fireEvent.keyDown(field('Begins'), key)).toBe(false);
    expect(onSave.mock.lastCall).toEqual([to]);
  });

  test('is typed as minutes and seconds; another key is the letter it is', () => {
    const onSave = vi.fn(() => ok(null));
    shown(<TimeField label="Begins" value={1000} onSave={onSave} />);
    expect(fireEvent.keyDown(field('Begins'), { key: '3' })).toBe(true);
    type(field('Begins'), '3:40.5');
    expect(onSave.mock.lastCall).toEqual([220_500]);
    type(field('Begins'), 'later');
    expect(onSave).toHaveBeenCalledTimes(1);
    expect(screen.getByText(/^Write minutes and seconds/)).toBeTruthy();
  });
});

/** A day that is kept elsewhere, in a language. */
function Day({
  locale,
  begin,
  onDay,
}: {
  readonly locale: string;
  readonly begin: string;
  readonly onDay: (day: string) => void;
}) {
  const [day, setDay] = useState(begin);
  return (
    <DatesProvider settings={{ locale }}>
      <DayField
        label="Begins on"
        value={day}
        onChange={(next) => {
          setDay(next);
          onDay(next);
        }}
      />
    </DatesProvider>
  );
}

describe('a day', () => {
  const days = ['2026-11-29', '2028-02-03'];
  const languages = ['en-GB', 'en-US', 'de', 'hu', 'nb', 'ru', 'ja', 'pt-BR'];
  test.each(languages)('is read as it is shown in %s, and whoever only looks in changes nothing', (locale) => {
    for (const day of days) {
      const onDay = vi.fn();
      const first = shown(<Day locale={locale} begin={day} onDay={onDay} />);
      const written = field('Begins on').value;
      expect(written).not.toBe('');
      fireEvent.focus(field('Begins on'));
      fireEvent.blur(field('Begins on'));
      expect(onDay).not.toHaveBeenCalled();
      first.unmount();
      const second = shown(<Day locale={locale} begin="" onDay={onDay} />);
      fireEvent.focus(field('Begins on'));
      type(field('Begins on'), written);
      fireEvent.blur(field('Begins on'));
      expect([locale, written, onDay.mock.lastCall?.[0]]).toEqual([locale, written, day]);
      second.unmount();
    }
  });

  test.each<[locale: string, typed: string, day: string]>([
    ['en-GB', '3/4/2027', '2027-04-03'],
    ['en-US', '3/4/2027', '2027-03-04'],
    ['de', '3.4.27', '2027-04-03'],
    ['en-GB', '2027-04-03', '2027-04-03'],
    ['en-GB', '3 april 2027', '2027-04-03'],
    ['en-US', 'Apr 3, 2027', '2027-04-03'],
  ])('in %s %j is %s', (locale, typed, day) => {
    const onDay = vi.fn();
    shown(<Day locale={locale} begin="" onDay={onDay} />);
    fireEvent.focus(field('Begins on'));
    type(field('Begins on'), typed);
    fireEvent.blur(field('Begins on'));
    expect(onDay.mock.lastCall).toEqual([day]);
  });

  test.each(['31/2/2027', 'soon', '2027', '1/1/9999'])('%j is no day somebody can plan with', (typed) => {
    const onDay = vi.fn();
    shown(<Day locale="en-GB" begin="2027-04-26" onDay={onDay} />);
    fireEvent.focus(field('Begins on'));
    type(field('Begins on'), typed);
    fireEvent.blur(field('Begins on'));
    expect(onDay.mock.calls.filter(([day]) => day !== '2027-04-26')).toEqual([]);
    expect(field('Begins on').value).toBe('26 Apr 2027');
  });
});

test.each([
  ['en-GB', ['hours', 'minutes']],
  ['en-US', ['hours', 'minutes', 'half of the day']],
])('a time of day in %s is asked for as %j', async (locale, parts) => {
  const { container } = shown(
    <DatesProvider settings={{ locale }}>
      <TimeOfDayField label="Opens at" value="17:30" onChange={() => {}} />
    </DatesProvider>,
  );
  for (const part of parts) expect(field(`Opens at: ${part}`)).toBeTruthy();
  expect(field('Opens at: hours').value).toBe(parts.length === 3 ? '05' : '17');
  expect(await faultsIn(container)).toEqual([]);
});
