import { useState } from 'react';
import { Toggles } from '../ui/controls/Toggles.tsx';
import { Ribbon, RibbonAxis } from '../ui/ribbon/Ribbon.tsx';
import { sampleDay } from '../ui/ribbon/sample.ts';
import type { Tool } from '../ui/ribbon/useHand.ts';
import { clockTime, shortDay } from '../ui/text/format.ts';
import { Part } from './Part.tsx';

const DAY = sampleDay('2026-10-20', 7);
/** The night on which the clocks go back. */
const NIGHT = sampleDay('2026-10-24', 22);
const WEEK = { ...sampleDay('2026-10-19', 7), scale: { from: 0, to: 7 * 24 * 3600 } };

const TOOLS = [
  { value: 'move', name: 'Take a punch elsewhere' },
  { value: 'split', name: 'Split' },
  { value: 'stretch', name: 'Draw a stretch' },
] as const satisfies readonly { readonly value: Tool; readonly name: string }[];

export function KitRibbon() {
  const [picked, setPicked] = useState<string | null>(null);
  const [tool, setTool] = useState<Tool>('move');
  const [done, setDone] = useState('nothing yet');
  return (
    <Part name="Ribbon">
      <Toggles label="The hand" value={tool} choices={TOOLS} onChoose={setTool} />
      {[DAY, NIGHT, WEEK].map((of) => (
        <div key={of.day} className="mb-4" data-testid={`ribbon-${of.day}`} data-workday={of.day}>
          <RibbonAxis scale={of.scale} day={of.day} />
          <div className="border-y border-faint">
            <Ribbon
              {...of}
              pickedId={picked}
              onPick={(part) => {
                setPicked(part.id);
                setDone(`picked ${part.says}`);
              }}
              hand={{
                tool,
                onMove: (part, to, isDone) =>
                  isDone && setDone(`moved ${part.says} to ${clockTime(to, of.offsets, true)}`),
                onTouch: (part) => setDone(`touched ${part.says}`),
                onSplit: (at) => setDone(`split at ${clockTime(at, of.offsets)}`),
                onStretch: (from, to, isDone) =>
                  isDone && setDone(`drew ${clockTime(from, of.offsets)} to ${clockTime(to, of.offsets)}`),
                onDay: (at, day) => setDone(`took ${clockTime(at, of.offsets)} to ${shortDay(day)}`),
              }}
            />
          </div>
        </div>
      ))}
      <p data-testid="ribbon" className="text-note text-soft">
        {done}
      </p>
    </Part>
  );
}
