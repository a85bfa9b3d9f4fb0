import { useEffect, useRef, useState } from 'react';
import { decodeFrame } from './decode.ts';

const LOOK_EVERY_MS = 200;

/** Looks for a code through the camera until one is found, or until it is told to stop. */
export function useCamera(onCode: (code: string) => void, onFailure: () => void) {
  const [isWatching, setWatching] = useState(false);
  const video = useRef<HTMLVideoElement>(null);
  const told = useRef({ onCode, onFailure });
  useEffect(() => {
    told.current = { onCode, onFailure };
  });

  useEffect(() => {
    if (!isWatching) return;
    let stream: MediaStream | null = null;
    let isOver = false;
    let isLooking = false;
    async function look(source: HTMLVideoElement): Promise<void> {
      isLooking = true;
      // Where what reads codes cannot be loaded now, the next look tries again.
      const code = await decodeFrame(source).catch(() => null);
      isLooking = false;
      if (code === null || isOver) return;
      isOver = true;
      setWatching(false);
      told.current.onCode(code);
    }
    const timer = setInterval(() => {
      if (video.current && !isLooking) void look(video.current);
    }, LOOK_EVERY_MS);
    navigator.mediaDevices
      .getUserMedia({ video: { facingMode: 'environment' } })
      .then((opened) => {
        stream = opened;
        if (isOver || !video.current) for (const track of opened.getTracks()) track.stop();
        else {
          video.current.srcObject = opened;
          void video.current.play();
        }
      })
      .catch(() => {
        setWatching(false);
        told.current.onFailure();
      });
    return () => {
      isOver = true;
      clearInterval(timer);
      for (const track of stream?.getTracks() ?? []) track.stop();
    };
  }, [isWatching]);
  const isThere = typeof navigator.mediaDevices?.getUserMedia === 'function';
  return { isThere, isWatching, watch: setWatching, video };
}
