import type { Random } from '../random';
import { coats, figure, gradient, ketch, type Light, n, planking, shed, skyAndWater } from './parts';

/** The boatyard: each scene draws one moment of the ketch's way back to the water. */
export type SceneName =
  | 'frames'
  | 'planks'
  | 'caulking'
  | 'loft'
  | 'slipway'
  | 'launch'
  | 'sailing'
  | 'moored'
  | 'bench'
  | 'portrait'
  | 'name';

const oak = ['#b98a55', '#a87a47', '#c39a66', '#9b6f3f'];
const coat = (random: Random) => coats[Math.floor(random(0, coats.length))]!;

export const scenes: Readonly<Record<SceneName, (light: Light, random: Random) => string>> = {
  frames: (light, random) => {
    const ribs = Array.from({ length: 10 }, (_, i) => {
      const x = 30 + i * 62;
      const tone = oak[i % oak.length];
      return `<path d="M${x} 820 C${x - 20 + i * 30} 560 ${x + 120 + i * 52} 300 ${x + 360 + i * 66} -30" stroke="${tone}" stroke-width="40" fill="none"/><path d="M${x - 14} 820 C${x - 34 + i * 30} 560 ${x + 106 + i * 52} 300 ${x + 346 + i * 66} -30" stroke="#fff" opacity="0.16" stroke-width="7" fill="none"/>`;
    });
    return `${skyAndWater(light, 520, random)}<rect y="690" width="1200" height="110" fill="#5d4a35"/>${ribs.join('')}${figure(random(850, 980), 770, 1.75, coat(random), random, 'works')}`;
  },
  planks: (light, random) =>
    `${skyAndWater(light, 240, random)}${planking(random, oak, 150)}<path d="M-20 360 C300 420 800 420 1220 340" stroke="#d8b27c" stroke-width="44" fill="none"/>${figure(330, 800, 2.1, coat(random), random, 'works')}${figure(760, 810, 2.0, coat(random), random, 'works')}`,
  caulking: (light, random) =>
    `<defs>${gradient('ground', [light.sky[1], '#8b8474'])}</defs><rect width="1200" height="800" fill="url(#ground)"/>${planking(random, ['#2d4f5e', '#27475a', '#33586a', '#254253'], -60)}<path d="M-20 430 C300 478 800 478 1220 410" stroke="#e4d9bd" stroke-width="9" stroke-dasharray="34 7" fill="none"/>${figure(440, 830, 2.9, coat(random), random, 'works')}`,
  loft: (light, random) => {
    const cloth =
      '<path d="M40 690 C260 480 520 420 760 470 C940 510 1080 540 1170 600 L1120 700 C800 790 400 800 40 690 Z" fill="#ece2c9"/><path d="M120 680 C380 560 700 540 1100 640 M200 706 C460 620 760 600 1080 670" stroke="#b7a67f" stroke-width="3" fill="none"/><path d="M40 690 C400 800 800 790 1120 700" stroke="#c9b78e" stroke-width="9" fill="none"/>';
    return `${shed(random, light)}${cloth}${figure(random(300, 420), 640, 1.5, coat(random), random, 'works')}${random(0, 1) > 0.4 ? figure(random(860, 960), 600, 1.3, coat(random), random) : ''}`;
  },
  slipway: (light, random) =>
    `${skyAndWater(light, 430, random)}<polygon points="0,800 0,640 1200,560 1200,800" fill="#77705f"/><polygon points="720,430 1200,330 1200,600 760,600" fill="#6a5a49"/><polygon points="700,432 1210,320 1210,290 960,250" fill="#4d4238"/><g stroke="#4c3a28" stroke-width="14"><path d="M150 700 L760 600 M200 760 L820 640"/></g>${ketch(470, 640, 1.5, 'none', '#2a4a3c')}<g stroke="#8b6a44" stroke-width="10"><path d="M260 650 L220 760 M640 640 L690 740 M430 660 L420 770"/></g>${figure(900, 760, 0.95, coat(random), random)}${figure(980, 770, 0.95, coat(random), random)}`,
  launch: (light, random) => {
    const crowd = Array.from({ length: 17 }, (_, i) =>
      figure(30 + i * 72 + random(-18, 18), 800 + random(-6, 30), random(0.85, 1.1), coat(random), random),
    );
    return `${skyAndWater(light, 360, random)}${ketch(random(560, 640), 560, 1.75, 'none')}<path d="M210 590 C360 640 820 650 1000 590" stroke="#eef4f2" stroke-width="13" fill="none" opacity="0.8"/><path d="M260 615 C420 660 760 668 930 612" stroke="#fff" stroke-width="6" fill="none" opacity="0.6"/>${flags(random)}${crowd.join('')}`;
  },
  sailing: (light, random) =>
    `${skyAndWater(light, 470, random)}${ketch(random(480, 700), random(575, 620), random(1.35, 1.7), 'all')}<path d="M${n(random(330, 380))} 640 C520 668 720 668 860 636" stroke="#f2f6f4" stroke-width="8" fill="none" opacity="0.7"/>${ketch(random(1020, 1120), 482, 0.22, 'main', '#4a4a4a')}`,
  moored: (light, random) =>
    `${skyAndWater(light, 450, random)}<rect x="-10" y="560" width="330" height="26" fill="#4a3b2c"/><g fill="#3c3024"><rect x="40" y="560" width="16" height="130"/><rect x="170" y="560" width="16" height="130"/><rect x="290" y="560" width="16" height="130"/></g>${ketch(random(600, 690), 590, 1.4, random(0, 1) > 0.6 ? 'main' : 'none')}`,
  bench: (light, random) => {
    const tools = Array.from({ length: 6 }, (_, i) => {
      const x = 130 + i * 170 + random(-14, 14);
      return `<g transform="rotate(${n(random(-14, 14))} ${x} 520)"><rect x="${x - 13}" y="400" width="26" height="150" rx="11" fill="${oak[i % 4]}"/><rect x="${x - 9}" y="250" width="18" height="156" fill="#8f979b"/><rect x="${x - 9}" y="250" width="7" height="156" fill="#c9d0d2"/></g>`;
    });
    const shavings = Array.from(
      { length: 40 },
      () =>
        `<circle cx="${n(random(0, 1200))}" cy="${n(random(600, 790))}" r="${n(random(10, 26))}" fill="none" stroke="${random(0, 1) > 0.5 ? '#e2c18c' : '#cda468'}" stroke-width="${n(random(4, 9))}"/>`,
    );
    return `${shed(random, light)}<rect y="330" width="1200" height="480" fill="#7b5a36"/>${Array.from({ length: 9 }, (_, i) => `<path d="M0 ${350 + i * 52} C400 ${360 + i * 52 + random(-9, 9)} 800 ${340 + i * 52} 1200 ${352 + i * 52}" stroke="#4a3219" stroke-width="3" fill="none" opacity="0.5"/>`).join('')}${tools.join('')}${shavings.join('')}`;
  },
  portrait: (light, random) =>
    `${shed(random, light)}${ketch(930, 520, 0.9, 'none', '#2a4a3c')}${figure(560, 1010, 4.4, coat(random), random)}`,
  name: (light, random) =>
    `${skyAndWater(light, 620, random)}<path d="M120 60 C420 20 800 20 1090 60 C1080 320 960 560 780 660 L430 660 C250 560 130 320 120 60 Z" fill="#23404f"/><path d="M120 60 C420 20 800 20 1090 60 L1086 96 C800 58 420 58 124 96 Z" fill="#e6dcc4"/><text x="605" y="270" text-anchor="middle" font-family="Noto Serif, DejaVu Serif, serif" font-size="118" letter-spacing="14" fill="#e3c98c">MARENA</text><text x="605" y="370" text-anchor="middle" font-family="Noto Serif, DejaVu Serif, serif" font-size="56" letter-spacing="18" fill="#e3c98c">HAVNES</text><path d="M605 420 V640" stroke="#8a5f3a" stroke-width="26"/>`,
};

function flags(random: Random): string {
  const colours = ['#8e2f3b', '#2f5673', '#d9ae2b', '#e9e2cf'];
  return Array.from({ length: 22 }, (_, i) => {
    const x = 330 + i * 26;
    const y = 60 + Math.abs(i - 11) * 13 + random(-4, 4);
    return `<polygon points="${x},${n(y)} ${x + 22},${n(y + 6)} ${x + 4},${n(y + 26)}" fill="${colours[i % 4]}"/>`;
  }).join('');
}
