import type { Report } from '@/core/readout/report';

/** Camera and file facts in one line. */
export function cameraLine({ picture, size }: Report): string {
  const { camera, lens, exposure, aperture, iso, focalLength } = picture.camera;
  const pixels = picture.pixels ? `${picture.pixels.width} × ${picture.pixels.height}` : undefined;
  const parts = [
    camera,
    lens,
    exposure && `${exposure} s`,
    aperture && `f/${aperture}`,
    iso && `ISO ${iso}`,
    focalLength && `${Math.round(focalLength)} mm`,
    pixels,
    `${(size / 1e6).toFixed(1)} MB`,
    picture.format.toUpperCase(),
  ];
  return parts.filter(Boolean).join(' · ');
}
