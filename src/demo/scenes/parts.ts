import type { Random } from '../random';

/** Pieces of pictures as SVG, on a ground of 1200 × 800 units. */
export interface Light {
  readonly sky: readonly [string, string, string];
  readonly hills: string;
  readonly water: readonly [string, string];
  readonly glint: string;
  readonly shade: number;
}

export const lights: Readonly<Record<'dawn' | 'day' | 'grey' | 'evening', Light>> = {
  dawn: {
    sky: ['#8fa3b5', '#c9c2b8', '#ecd9bd'],
    hills: '#75837f',
    water: ['#7c939b', '#3d5a66'],
    glint: '#f3e4c8',
    shade: 0.16,
  },
  day: {
    sky: ['#7fa6bf', '#b5cdd6', '#dfe6e2'],
    hills: '#7f9182',
    water: ['#5b8a92', '#2f5a66'],
    glint: '#e8f0ec',
    shade: 0.06,
  },
  grey: {
    sky: ['#9aa5ab', '#b9c0c1', '#d2d4d0'],
    hills: '#808a87',
    water: ['#7e9092', '#4d6268'],
    glint: '#dfe4e2',
    shade: 0.14,
  },
  evening: {
    sky: ['#4c5f78', '#9a7f83', '#e0a27c'],
    hills: '#4d5563',
    water: ['#6c6675', '#2c3f50'],
    glint: '#f2c297',
    shade: 0.24,
  },
};

export const n = (value: number) => value.toFixed(1);

export function gradient(id: string, stops: readonly string[]): string {
  const step = 1 / (stops.length - 1);
  return `<linearGradient id="${id}" x1="0" y1="0" x2="0" y2="1">${stops.map((one, i) => `<stop offset="${i * step}" stop-color="${one}"/>`).join('')}</linearGradient>`;
}

export function skyAndWater(light: Light, horizon: number, random: Random): string {
  const clouds = Array.from({ length: 9 }, () => {
    const y = random(30, horizon - 90);
    return `<ellipse cx="${n(random(0, 1200))}" cy="${n(y)}" rx="${n(random(90, 280))}" ry="${n(random(6, 26))}" fill="#fff" opacity="${n(random(0.08, 0.3))}"/>`;
  });
  return `<defs>${gradient('sky', light.sky)}${gradient('water', light.water)}</defs>
    <rect width="1200" height="${horizon + 2}" fill="url(#sky)"/>${clouds.join('')}${hills(light, horizon, random)}
    <rect y="${horizon}" width="1200" height="${800 - horizon}" fill="url(#water)"/>${glints(light, horizon, random)}`;
}

function hills(light: Light, horizon: number, random: Random): string {
  const ridge = (height: number, opacity: number) => {
    const points = Array.from(
      { length: 13 },
      (_, i) => `${i * 100},${n(horizon - random(height * 0.25, height))}`,
    );
    return `<polygon points="0,${horizon} ${points.join(' ')} 1200,${horizon}" fill="${light.hills}" opacity="${opacity}"/>`;
  };
  return ridge(95, 0.45) + ridge(52, 0.9);
}

function glints(light: Light, horizon: number, random: Random): string {
  return Array.from({ length: 90 }, () => {
    const y = random(horizon + 6, 796);
    const depth = (y - horizon) / (800 - horizon);
    return `<rect x="${n(random(-20, 1190))}" y="${n(y)}" width="${n(random(14, 50) + depth * 70)}" height="${n(1 + depth * 2.6)}" fill="${light.glint}" opacity="${n(random(0.08, 0.34))}"/>`;
  }).join('');
}

/** A ketch afloat: x and y are the middle of her waterline, `size` 1 is 420 units long. */
export function ketch(
  x: number,
  y: number,
  size: number,
  sails: 'none' | 'main' | 'all',
  hull = '#23404f',
): string {
  const spars = `<g stroke="#8a5f3a" stroke-linecap="round" fill="none"><path d="M-30 -46 V-330" stroke-width="7"/><path d="M118 -46 V-236" stroke-width="6"/><path d="M-210 -58 L-290 -74" stroke-width="6"/><path d="M-26 -86 L86 -82" stroke-width="5"/><path d="M120 -80 L192 -78" stroke-width="4"/></g>
    <g stroke="#4a4038" stroke-width="1.6" fill="none" opacity="0.8"><path d="M-30 -330 L-286 -74 M-30 -330 L60 -50 M-30 -300 L-96 -50 M118 -236 L196 -52 M118 -236 L64 -50 M-30 -330 L118 -236"/></g>`;
  const main =
    '<path d="M-22 -318 C40 -250 74 -170 84 -90 L-22 -94 Z" fill="#e9dcbd"/><path d="M-22 -318 C0 -250 6 -170 4 -92 L-22 -94 Z" fill="#d5c39d"/>';
  const mizzen =
    '<path d="M124 -226 C160 -180 184 -130 190 -86 L124 -88 Z" fill="#c89a5f"/><path d="M124 -226 C136 -180 142 -130 142 -87 L124 -88 Z" fill="#b08348"/>';
  const jibs =
    '<path d="M-40 -300 C-80 -220 -150 -130 -270 -80 L-66 -92 Z" fill="#efe5cc"/><path d="M-44 -230 C-70 -170 -110 -120 -170 -88 L-60 -92 Z" fill="#dccdaa"/>';
  const cloth = sails === 'none' ? '' : sails === 'main' ? main : jibs + main + mizzen;
  return `<g transform="translate(${n(x)} ${n(y)}) scale(${size})">${spars}${cloth}
    <path d="M-214 -62 C-120 -44 90 -42 212 -58 C204 -16 176 10 130 12 L-120 12 C-170 8 -204 -24 -214 -62 Z" fill="${hull}"/>
    <path d="M-214 -62 C-120 -44 90 -42 212 -58 L211 -50 C92 -34 -120 -36 -212 -54 Z" fill="#e6dcc4"/>
    <path d="M-150 6 C-60 14 80 14 140 8 L130 12 L-120 12 Z" fill="#7c2b2b"/>
    <rect x="-2" y="-68" width="74" height="22" fill="#a9794a"/><rect x="6" y="-63" width="12" height="8" fill="#2c3a40"/><rect x="26" y="-63" width="12" height="8" fill="#2c3a40"/>
    <path d="M-190 16 C-60 40 90 40 200 18 L150 30 L-130 32 Z" fill="${hull}" opacity="0.35"/></g>`;
}

/** A person standing: x and y are the feet, `size` 1 is 180 units tall. */
export function figure(
  x: number,
  y: number,
  size: number,
  coat: string,
  random: Random,
  pose: 'stands' | 'works' = 'stands',
): string {
  const skin = ['#c99b7c', '#8f6246', '#e0b898', '#a87452'][Math.floor(random(0, 4))];
  const lean = pose === 'works' ? 14 : random(-2, 2);
  const arms =
    pose === 'works'
      ? `<path d="M8 -118 C36 -112 52 -96 62 -88" stroke="${coat}" stroke-width="17" stroke-linecap="round" fill="none"/><circle cx="65" cy="-86" r="8" fill="${skin}"/>`
      : `<path d="M-20 -116 C-30 -96 -30 -80 -27 -66 M20 -116 C30 -96 30 -80 27 -66" stroke="${coat}" stroke-width="14" stroke-linecap="round" fill="none"/>`;
  return `<g transform="translate(${n(x)} ${n(y)}) scale(${size}) rotate(${n(lean)})"><path d="M-16 -64 L-18 0 L-4 0 L0 -58 L5 0 L19 0 L16 -64 Z" fill="#2f3238"/>
    <path d="M-24 -126 C-14 -136 14 -136 24 -126 L21 -58 L-21 -58 Z" fill="${coat}"/>${arms}<rect x="-6" y="-142" width="12" height="14" fill="${skin}"/>
    <circle cx="0" cy="-156" r="17" fill="${skin}"/><path d="M-18 -160 C-16 -178 16 -178 18 -160 L24 -158 L-18 -157 Z" fill="#3a3f45"/></g>`;
}

export const coats = ['#3c4f63', '#7a2d33', '#5d6a4a', '#8a6a3a', '#44415c', '#a8a294'];

/** Planks of a hull's side, seen close: curved strakes with frames and fastenings. */
export function planking(random: Random, tones: readonly string[], top: number): string {
  const strakes = Array.from({ length: 12 }, (_, i) => {
    const y = top + i * 58;
    const sag = 40 + i * 6;
    const tone = tones[Math.floor(random(0, tones.length))];
    const seam = `M-20 ${y} C300 ${y + sag} 800 ${y + sag} 1220 ${y - 20}`;
    const grain = Array.from({ length: 7 }, () => {
      const dy = random(8, 52);
      return `<path d="M-20 ${n(y + dy)} C300 ${n(y + sag + dy)} 800 ${n(y + sag + dy)} 1220 ${n(y - 20 + dy)}" stroke="#3b2513" stroke-width="${n(random(0.5, 1.8))}" fill="none" opacity="${n(random(0.1, 0.3))}"/>`;
    });
    return `<path d="${seam} L1220 ${y + 60} C800 ${y + sag + 62} 300 ${y + sag + 62} -20 ${y + 62} Z" fill="${tone}"/>${grain.join('')}<path d="${seam}" stroke="#2b1a0d" stroke-width="4" fill="none" opacity="0.7"/>`;
  });
  const nails = Array.from({ length: 11 }, (_, i) =>
    Array.from({ length: 10 }, (_, k) => {
      const x = 60 + i * 108;
      const t = x / 1200;
      const y = top + 30 + k * 58 + (40 + k * 6) * 3 * t * (1 - t);
      return `<circle cx="${x}" cy="${n(y)}" r="4" fill="#8d6b3f"/><circle cx="${x - 1}" cy="${n(y - 1)}" r="2" fill="#d8bd8a"/>`;
    }).join(''),
  );
  return strakes.join('') + nails.join('');
}

/** Inside a shed: wall, windows with light, floor. */
export function shed(random: Random, light: Light): string {
  const windows = Array.from({ length: 6 }, (_, i) => {
    const x = 40 + i * 195;
    return `<rect x="${x}" y="70" width="140" height="190" fill="${light.sky[2]}"/><rect x="${x}" y="70" width="140" height="95" fill="${light.sky[1]}" opacity="0.6"/><path d="M${x + 70} 70 V260 M${x} 165 H${x + 140}" stroke="#4c453c" stroke-width="7"/><polygon points="${x},800 ${x + 40},560 ${x + 180},560 ${x + 190},800" fill="#fff6df" opacity="0.10"/>`;
  });
  const boards = Array.from(
    { length: 26 },
    (_, i) =>
      `<rect x="${i * 47}" y="0" width="46" height="540" fill="#5b5348" opacity="${n(random(0.1, 0.5))}"/>`,
  );
  const floor = Array.from(
    { length: 14 },
    (_, i) =>
      `<path d="M${-200 + i * 125} 800 L${260 + i * 54} 540" stroke="#3c2c1c" stroke-width="3" opacity="0.5"/>`,
  );
  return `<defs>${gradient('wall', ['#6d665a', '#857b6b'])}${gradient('floor', ['#6b5235', '#8c6c45'])}</defs><rect width="1200" height="545" fill="url(#wall)"/>${boards.join('')}${windows.join('')}<rect y="540" width="1200" height="260" fill="url(#floor)"/>${floor.join('')}`;
}
