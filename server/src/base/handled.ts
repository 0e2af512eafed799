/** A promise that may fail before somebody waits for it; whoever does hears of it then. */
export function handled<T>(promise: Promise<T>): Promise<T> {
  promise.catch(() => {});
  return promise;
}
