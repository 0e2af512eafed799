import { ChevronDown } from 'lucide-react';
import { Menu, MenuChecks } from './Menu.tsx';

/** Some of a list, chosen from a menu that stays open. */
export function ManyOf({
  label,
  chosen,
  choices,
  onChoose,
  disabled = false,
}: {
  label: string;
  chosen: readonly string[];
  choices: readonly { readonly value: string; readonly name: string }[];
  onChoose: (chosen: string[]) => void;
  disabled?: boolean;
}) {
  const names = chosen.map((value) => choices.find((one) => one.value === value)?.name ?? value);
  const shown = names.length === 0 ? 'any' : names.join(', ');
  return (
    <Menu
      trigger={
        <button
          type="button"
          aria-label={`${label}: ${shown}`}
          disabled={disabled}
          className="flex w-full items-center justify-between gap-1 rounded-control border border-rule bg-field px-2 py-0.5 text-left text-note"
        >
          <span className="min-w-0 truncate">{shown}</span>
          <ChevronDown size={13} className="shrink-0 text-soft" aria-hidden="true" />
        </button>
      }
    >
      <div className="max-h-72 overflow-y-auto">
        <MenuChecks
          label={label}
          on={new Set(chosen)}
          choices={choices}
          onToggle={(value) =>
            onChoose(chosen.includes(value) ? chosen.filter((one) => one !== value) : [...chosen, value])
          }
        />
      </div>
    </Menu>
  );
}
