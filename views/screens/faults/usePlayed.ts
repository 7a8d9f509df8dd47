import { useCallback, useEffect, useRef, useState } from 'react';

/** How long a playing takes, ms, and the span of times it goes through, s. */
const PLAYED_MS = 6000;
const FROM_S = 0.001;
const TO_S = 100;

/** An event played slowly, a decade of its time after the other. Nothing moves where somebody wants nothing to move: then its end shows. */
export function usePlayed() {
  const [atS, setAtS] = useState<number | null>(null);
  const frame = useRef<number | null>(null);
  const stop = useCallback(() => {
    if (frame.current !== null) cancelAnimationFrame(frame.current);
    frame.current = null;
    setAtS(null);
  }, []);
  useEffect(() => stop, [stop]);
  const play = useCallback(() => {
    stop();
    if (window.matchMedia('(prefers-reduced-motion: reduce)').matches) return;
    const begun = performance.now();
    const step = (now: number) => {
      const share = (now - begun) / PLAYED_MS;
      if (share >= 1) {
        stop();
        return;
      }
      setAtS(FROM_S * (TO_S / FROM_S) ** Math.max(0, share));
      frame.current = requestAnimationFrame(step);
    };
    frame.current = requestAnimationFrame(step);
  }, [stop]);
  return { atS, playing: atS !== null, play, stop };
}
