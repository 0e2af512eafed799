export function remember(file: string, pid: number): void;
export function remembered(file: string): number | null;
export function startedWith(argument: string): number[];
