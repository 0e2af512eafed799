import { describe, expect, it } from 'vitest';
import { choosing } from './choice.ts';

describe('choosing', () => {
  it('passes on what is among the choices, and nothing else', () => {
    const heard: string[] = [];
    const choose = choosing([{ value: 'day' }, { value: 'night' }], (value) => heard.push(value));
    for (const text of ['day', '', 'noon', 'night']) choose(text);
    expect(heard).toEqual(['day', 'night']);
  });
});
