import { Kbd } from '../ui/Kbd.tsx';
import { Panel } from '../ui/Panel.tsx';

type Keys = readonly (readonly [keys: string, what: string])[];

const EVERYWHERE: Keys = [
  ['Ctrl K', 'Find a person or a screen'],
  ['?', 'These keys'],
];
const BY_SCREEN: Readonly<Record<string, { readonly name: string; readonly keys: Keys }>> = {
  '/cards': {
    name: 'Time cards',
    keys: [
      ['J', 'Next person'],
      ['K', 'Person before'],
      ['↓ ↑', 'Next day, day before'],
      ['N', 'Next missing punch'],
      ['P', 'Take the time proposed'],
      ['T', 'Type a time'],
      ['U', 'Undo your last correction on this card'],
      ['/', 'Filter the list'],
    ],
  },
  '/handoff': { name: 'Handoff', keys: [['Shift Enter', 'Seal and hand off']] },
  '/punches': { name: 'Punches', keys: [['I', 'Choose a file to import']] },
};

export default function KeysDialog({ path, onClose }: { path: string; onClose: () => void }) {
  const screen = Object.entries(BY_SCREEN).find(([start]) => path.startsWith(start))?.[1];
  return (
    <Panel title="Keys" onClose={onClose}>
      {[...(screen ? [screen] : []), { name: 'Everywhere', keys: EVERYWHERE }].map(({ name, keys }) => (
        <section key={name} className="mt-3">
          <h3 className="text-note font-semibold text-soft">{name}</h3>
          <dl>
            {keys.map(([key, what]) => (
              <div key={key} className="flex justify-between border-t border-faint py-1.5">
                <dt>{what}</dt>
                <dd>
                  <Kbd>{key}</Kbd>
                </dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Panel>
  );
}
