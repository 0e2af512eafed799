import { Link } from 'react-router';
import { Panel } from '../ui/layout/Panel.tsx';
import type { Feature } from '../ui/screen/feature.ts';
import { Kbd } from '../ui/text/Kbd.tsx';
import { EVERYWHERE } from './features.ts';

/** The keys of the screen, and those that hold everywhere. */
export default function KeysDialog({
  feature,
  onClose,
}: {
  feature: Feature | undefined;
  onClose: () => void;
}) {
  const parts = [
    ...(feature === undefined
      ? []
      : [{ name: feature.name, keys: feature.keys.flatMap((part) => Object.values(part)) }]),
    { name: 'Everywhere', keys: Object.values(EVERYWHERE) },
  ].filter(({ keys }) => keys.length > 0);
  return (
    <Panel title="Keys" onClose={onClose}>
      <p className="mt-1 text-note">
        <Link to="/guide" onClick={onClose} className="text-heather underline">
          The guide: a pay period, from the first file to the accepted handoff
        </Link>
      </p>
      {parts.map(({ name, keys }) => (
        <section key={name} className="mt-3">
          <h3 className="text-note font-semibold text-soft">{name}</h3>
          <dl>
            {keys.map(({ press, does }) => (
              <div key={press} className="flex justify-between border-t border-faint py-1.5">
                <dt>{does}</dt>
                <dd>
                  <Kbd>{press}</Kbd>
                </dd>
              </div>
            ))}
          </dl>
        </section>
      ))}
    </Panel>
  );
}
