import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import * as core from './index.ts';

describe('the example of core/README.md', () => {
  it('gives what it says', () => {
    const readme = readFileSync(new URL('../README.md', import.meta.url), 'utf8');
    const [, code = ''] = /```ts\n([\s\S]*?)```/.exec(readme) ?? [];
    const [, names = '', body = ''] =
      /^import (\{[^}]*\}) from '@heath\/core';\n([\s\S]*)$/.exec(code.trim()) ?? [];
    expect(body).toContain('compute(');
    const given = new Function('core', `const ${names} = core;\n${body}\nreturn { lines, shifts, reasons };`)(
      core,
    );
    const paid = given.lines.map((line: core.Line) => `${line.classId} ${core.decimalHours(line.hours)}`);
    expect(readme).toContain(`// ${paid.join(', ')}`);
    expect(paid).toHaveLength(2);
    expect(given.shifts[0].reasons.map(({ step }: { step: string }) => step)).toContain('clocked');
    expect(given.reasons).toHaveLength(1);
  });
});
