import { writeDxf } from '@/core/exchange/dxf';
import { isoProfile } from '@/core/profile/starts';
import type { Scene } from '@/core/scene/scene';

/** A scene as a DXF with the profile of ISO. */
export const isoDxf = (scene: Scene): string => writeDxf(scene, isoProfile());
