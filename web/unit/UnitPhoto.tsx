import { Image } from 'antd';
import { useEffect, useState } from 'react';
import type { Photo } from '../../core/document/index.ts';
import { photoOutbox } from '../app/offlineStore.ts';

/** A picture of the unit: from this browser while it waits to be sent, from the server after that. */
export function UnitPhoto({ unitId, photo, width }: { unitId: string; photo: Photo; width?: number }) {
  const [source, setSource] = useState<string | null>(null);
  useEffect(() => {
    let address: string | null = null;
    let isGone = false;
    void photoOutbox.get(photo.id).then((waiting) => {
      if (isGone) return;
      address = waiting ? URL.createObjectURL(waiting.bytes) : null;
      setSource(address ?? `/api/units/${unitId}/photos/${photo.id}`);
    });
    return () => {
      isGone = true;
      if (address) URL.revokeObjectURL(address);
    };
  }, [unitId, photo.id]);
  return source && <Image src={source} alt={photo.caption} width={width} />;
}
