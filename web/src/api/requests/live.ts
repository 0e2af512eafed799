const AGAIN_MILLISECONDS = 5000;
/** `EventSource.CLOSED`. */
const CLOSED = 2;

/** What hears server-sent events; the browser's, or a test's. */
type Source = Pick<EventSource, 'close' | 'readyState' | 'onmessage' | 'onerror'>;

/**
 * Hears what an address tells, for as long as the window is in sight: a browser holds few connections to a server, and windows that nobody looks
 * at must not take them all.
 *
 * @param hear what was told, each time whole
 * @param lost the connection broke off: whoever needs to know looks for themselves
 * @returns what ends it
 */
export function hearLive(
  address: string,
  hear: (told: unknown) => void,
  lost: () => void,
  open: (address: string) => Source = (at) => new EventSource(at),
): () => void {
  let source: Source | null = null;
  let timer = 0;
  const close = () => {
    window.clearTimeout(timer);
    source?.close();
    source = null;
  };
  const begin = () => {
    close();
    if (document.hidden) return;
    const begun = open(address);
    source = begun;
    begun.onmessage = ({ data }) => hear(JSON.parse(data));
    begun.onerror = () => {
      lost();
      // The browser asks again by itself, unless it was refused.
      if (begun.readyState === CLOSED) timer = window.setTimeout(begin, AGAIN_MILLISECONDS);
    };
  };
  begin();
  document.addEventListener('visibilitychange', begin);
  return () => {
    document.removeEventListener('visibilitychange', begin);
    close();
  };
}
