/** Something that can be chosen, and what it is called. */
export interface Choice<T extends string> {
  readonly value: T;
  readonly name: string;
}

/** Hears what the parts below choose, which is any text, and passes on only what was among the choices. */
export const choosing =
  <T extends string>(choices: readonly { readonly value: T }[], onChoose: (value: T) => void) =>
  (chosen: string): void => {
    // Nothing chosen is no choice: what is on stays on.
    const choice = choices.find(({ value }) => value === chosen);
    if (choice !== undefined) onChoose(choice.value);
  };
