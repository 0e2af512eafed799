import { useEffect, useState } from 'react';

/**
 * True once what is around has been seen for a first time. What is heavy and not looked for first is drawn then: a list of thousands is there
 * a third sooner when the card beside it comes a frame later (`openList` in the bench).
 */
export function useAfterPaint(): boolean {
  const [isPainted, setPainted] = useState(false);
  useEffect(() => {
    let timer = 0;
    // Within a frame it is not painted yet; after it, it is.
    const frame = requestAnimationFrame(() => {
      timer = window.setTimeout(() => setPainted(true));
    });
    return () => {
      cancelAnimationFrame(frame);
      window.clearTimeout(timer);
    };
  }, []);
  return isPainted;
}
