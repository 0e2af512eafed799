import { useState } from 'react';
import { clockTime } from '../ui/format.ts';
import { Ribbon, RibbonAxis } from '../ui/ribbon/Ribbon.tsx';
import { sampleDay } from '../ui/ribbon/sample.ts';
import { Part } from './Part.tsx';

const DAY = sampleDay('2026-10-20', 7);
/** The night on which the clocks go back. */
const NIGHT = sampleDay('2026-10-24', 22);
const WEEK = { ...sampleDay('2026-10-19', 7), scale: { from: 0, to: 7 * 24 * 3600 } };

export function KitRibbon() {
  const [picked, setPicked] = useState<string | null>(null);
  const [done, setDone] = useState('nothing yet');
  return (
    <Part name="Ribbon">
      {[DAY, NIGHT, WEEK].map((of) => (
        <div key={of.day} className="mb-4" data-testid={`ribbon-${of.day}`}>
          <RibbonAxis scale={of.scale} day={of.day} />
          <div className="border-y border-faint">
            <Ribbon
              {...of}
              pickedId={picked}
              onPick={(part) => {
                setPicked(part.id);
                setDone(`picked ${part.says}`);
              }}
              onMove={(part, to) => setDone(`moved ${part.says} to ${clockTime(to, of.offsets)}`)}
              onSplit={(part, at) => setDone(`split ${part.says} at ${clockTime(at, of.offsets)}`)}
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
