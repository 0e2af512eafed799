export const SERVER_FLAGS: readonly string[];
export const SERVER_ENVIRONMENT: Readonly<Record<string, string>>;
