'use client';

import { Box } from '@chakra-ui/react';
import { useEffect, useRef, useState } from 'react';
import type { ProofResult } from '../../workers/proof-worker';
import type { ProofClient, ProofOrder } from './proof-client';

/** Keeps one proof current: gives its latest result and picture, and tells `told` of every result. */
export function useProof(
  client: ProofClient | undefined,
  order: ProofOrder | undefined,
  told?: (result: ProofResult) => void,
) {
  const [result, setResult] = useState<ProofResult>();
  const [picture, setPicture] = useState<ImageBitmap>();
  const tell = useRef(told);
  useEffect(() => {
    tell.current = told;
  });
  useEffect(() => {
    if (!client || !order) return;
    client.order(order, (done) => {
      setResult(done);
      tell.current?.(done);
      if (done.picture) setPicture(done.picture);
      else if (done.refused !== undefined) setPicture(undefined);
    });
    return () => client.cancel(order.id);
  }, [client, order]);
  return { result, picture };
}

/** The small true picture of a sheet, as the worker drew it, at half its pixels so that it is sharp everywhere. */
export function ProofPicture({ picture, alt }: { picture: ImageBitmap | undefined; alt: string }) {
  const canvas = useRef<HTMLCanvasElement>(null);
  useEffect(() => {
    const element = canvas.current;
    if (!element || !picture) return;
    element.width = picture.width;
    element.height = picture.height;
    element.getContext('2d')!.drawImage(picture, 0, 0);
  }, [picture]);
  return (
    <Box display="flex" alignItems="center" justifyContent="center" width="100%" height="100%">
      <canvas
        ref={canvas}
        role="img"
        aria-label={alt}
        data-drawn={picture ? 'yes' : 'no'}
        style={
          picture
            ? { width: picture.width / 2, height: picture.height / 2, outline: '1px solid var(--chakra-colors-line)' }
            : { display: 'none' }
        }
      />
    </Box>
  );
}
