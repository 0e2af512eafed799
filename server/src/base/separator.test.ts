import { describe, expect, it } from 'vitest';
import { separatorOf } from './separator.ts';

describe('the separator of a file', () => {
  it('is the one that its heading has most of', () => {
    expect(separatorOf(['number,rate'])).toBe(',');
    expect(separatorOf(['number;rate, per hour;first day'])).toBe(';');
    expect(separatorOf(['number\trate\tfirst day'])).toBe('\t');
    expect(separatorOf(['number|rate'])).toBe('|');
  });

  it('is the one that stands equally often in its lines, where there are several', () => {
    expect(separatorOf(['MF-1;8,50;1,00;2,00', 'MF-2;7;1;2', 'MF-3;6,25;1;2'])).toBe(';');
  });

  it('never stands in quotes', () => {
    expect(separatorOf(['"Name; of, the; person";number'])).toBe(';');
    expect(separatorOf(['"a;b;c;d",number'])).toBe(',');
    expect(separatorOf(['"number"\t"name"'])).toBe('\t');
    // A quote that ends on a later line.
    expect(separatorOf(['number,"name; first; last; more'])).toBe(',');
  });

  it('is a comma where nothing tells', () => {
    expect(separatorOf([])).toBe(',');
    expect(separatorOf(['', 'one value'])).toBe(',');
  });
});
