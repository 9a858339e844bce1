// Draws the pictures of the demo: crew portraits for the crew board, and the sticker's artwork. Run by hand; what it draws is in the repository.
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';

const root = fileURLToPath(new URL('..', import.meta.url));
const sharp = createRequire(join(root, 'server/package.json'))('sharp');
const out = (name) => join(root, 'server/demo', name);

/** A number from 0 to 1 that follows from a seed. */
const random = (seed) => {
  let state = seed;
  return () => {
    state = (state * 1664525 + 1013904223) % 4294967296;
    return state / 4294967296;
  };
};

/** A rower before the water, in the light of a time of the day. */
function portrait(seed, { sky, water, shirt, skin, hair }) {
  const next = random(seed);
  const waves = Array.from({ length: 26 }, (_, i) => {
    const y = 520 + i * 15;
    const x = next() * 900;
    return `<path d="M${x} ${y}q40 -10 80 0t80 0" stroke="#ffffff" stroke-opacity="${0.15 + next() * 0.35}" stroke-width="4" fill="none"/>`;
  }).join('');
  const hills = `M0 430Q${200 + next() * 100} ${330 + next() * 40} 420 420T800 ${390 + next() * 30}T1000 420V520H0Z`;
  return `<svg xmlns="http://www.w3.org/2000/svg" width="1000" height="900" viewBox="0 0 1000 900">
    <defs>
      <linearGradient id="sky" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${sky[0]}"/><stop offset="1" stop-color="${sky[1]}"/></linearGradient>
      <linearGradient id="water" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="${water[0]}"/><stop offset="1" stop-color="${water[1]}"/></linearGradient>
      <radialGradient id="face" cx="0.4" cy="0.35" r="0.8"><stop offset="0" stop-color="${skin[0]}"/><stop offset="1" stop-color="${skin[1]}"/></radialGradient>
    </defs>
    <rect width="1000" height="900" fill="url(#sky)"/>
    <path d="${hills}" fill="#46604f"/>
    <rect y="500" width="1000" height="400" fill="url(#water)"/>${waves}
    <path d="M250 900Q280 640 420 610L500 650L580 610Q720 640 750 900Z" fill="${shirt}"/>
    <path d="M330 900Q350 760 380 690M670 900Q650 760 620 690" stroke="#ffffff" stroke-opacity="0.7" stroke-width="22" fill="none"/>
    <path d="M450 540H550V640Q500 690 450 640Z" fill="${skin[1]}"/>
    <ellipse cx="500" cy="420" rx="120" ry="150" fill="url(#face)"/>
    <path d="M375 400Q370 250 500 245Q630 250 625 400Q590 320 500 318Q410 320 375 400Z" fill="${hair}"/>
    <ellipse cx="455" cy="420" rx="13" ry="9" fill="#2b2320"/><ellipse cx="545" cy="420" rx="13" ry="9" fill="#2b2320"/>
    <path d="M455 495Q500 530 545 495" stroke="#8a4a3c" stroke-width="9" fill="none" stroke-linecap="round"/>
    <path d="M470 455Q500 480 505 445" stroke="${skin[1]}" stroke-width="6" fill="none"/>
  </svg>`;
}

const CREW = {
  'crew-bow.jpg': [
    11,
    {
      sky: ['#7fb2d8', '#e6eef0'],
      water: ['#5b8aa6', '#1f4a73'],
      shirt: '#22406e',
      skin: ['#f0c7a2', '#c98d68'],
      hair: '#5b3a22',
    },
  ],
  'crew-stroke.jpg': [
    29,
    {
      sky: ['#f2b37a', '#f9e2c0'],
      water: ['#c98a63', '#5a4a63'],
      shirt: '#22406e',
      skin: ['#a9744f', '#74492f'],
      hair: '#1c1816',
    },
  ],
  'crew-cox.jpg': [
    47,
    {
      sky: ['#b9c4cc', '#eceff0'],
      water: ['#8a9aa3', '#4b5f6b'],
      shirt: '#c8342f',
      skin: ['#f6d7bd', '#d9a483'],
      hair: '#b5793a',
    },
  ],
};
for (const [name, [seed, colours]] of Object.entries(CREW))
  await sharp(Buffer.from(portrait(seed, colours)))
    .resize(500, 450)
    .jpeg({ quality: 82 })
    .withMetadata({ density: 150 })
    .toFile(out(name));

/** The crew's sticker: an oar blade across a wave and a sun, on nothing. */
const STICKER = `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="640" viewBox="0 0 900 640">
  <circle cx="455" cy="270" r="190" fill="#e8b31e"/>
  <circle cx="455" cy="270" r="150" fill="#f4d36b"/>
  <g transform="rotate(-24 450 320)">
    <rect x="60" y="302" width="560" height="34" rx="12" fill="#7a5230"/>
    <path d="M600 300Q640 250 760 246Q840 250 846 320Q840 388 760 392Q640 390 600 338Z" fill="#1d2f5c"/>
    <path d="M640 300Q700 276 800 300" stroke="#fdfdfb" stroke-width="16" fill="none"/>
  </g>
  <path d="M70 470Q150 400 235 470T400 470T565 470T730 470T840 452Q852 560 770 590Q450 640 140 590Q60 560 70 470Z" fill="#147a7e"/>
  <path d="M120 510Q185 460 255 510T390 510T525 510T660 510T790 505" stroke="#dfeff2" stroke-width="20" fill="none" stroke-linecap="round"/>
</svg>`;
await sharp(Buffer.from(STICKER))
  .png({ compressionLevel: 9, palette: true })
  .withMetadata({ density: 300 })
  .toFile(out('crew-sticker.png'));

// Photos of blanks and materials at true size, as they come out of a photo that was straightened: so many pixels to the millimetre.

/** Noise as a camera has it, over a picture. */
async function photographed(svg, name, seed) {
  const { data, info } = await sharp(Buffer.from(svg)).removeAlpha().raw().toBuffer({ resolveWithObject: true });
  const next = random(seed);
  for (let i = 0; i < data.length; i++) data[i] = Math.max(0, Math.min(255, data[i] + Math.round(10 * (next() - 0.5))));
  await sharp(data, { raw: { width: info.width, height: info.height, channels: 3 } })
    .jpeg({ quality: 80 })
    .toFile(out(name));
}

const wood = (width, height, next) =>
  Array.from({ length: 70 }, () => {
    const y = next() * height;
    return `<path d="M0 ${y}q${width / 4} ${20 * (next() - 0.5)} ${width / 2} 0t${width / 2} 0" stroke="#3d2a1a" stroke-opacity="${0.05 + 0.12 * next()}" stroke-width="${1 + 3 * next()}" fill="none"/>`;
  }).join('');

/** A jersey top on a table: 600 × 760 mm, its upper left 40 and 30 mm before that of the shirt. */
function shirt() {
  const next = random(5);
  const folds = Array.from({ length: 14 }, () => {
    const [x, y] = [150 + 300 * next(), 200 + 480 * next()];
    return `<path d="M${x} ${y}q${40 * (next() - 0.5)} ${60 + 60 * next()} ${30 * (next() - 0.5)} ${120 + 90 * next()}" stroke="${next() > 0.5 ? '#0f2038' : '#5d7ca8'}" stroke-opacity="0.35" stroke-width="${6 + 10 * next()}" fill="none" stroke-linecap="round" filter="url(#soft)"/>`;
  }).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="900" height="1140" viewBox="0 0 600 760">
    <defs><filter id="soft"><feGaussianBlur stdDeviation="7"/></filter>
      <linearGradient id="light" x1="0" y1="0" x2="1" y2="1"><stop offset="0" stop-color="#ffffff" stop-opacity="0.16"/><stop offset="1" stop-color="#000000" stop-opacity="0.22"/></linearGradient></defs>
    <rect width="600" height="760" fill="#b58f63"/>${wood(600, 760, next)}
    <g transform="translate(40 30)">
      <path d="M190 6C210 46 310 46 330 6L405 34 540 170 470 250 405 196V690Q260 702 115 690V196L50 250 -20 170 115 34Z" fill="#000000" opacity="0.3" filter="url(#soft)" transform="translate(6 8)"/>
      <path d="M190 0C210 40 310 40 330 0L405 28 530 160 465 240 405 190V688Q260 700 115 688V190L55 240 -10 160 115 28Z" fill="#22406e"/>
      <path d="M190 0C210 40 310 40 330 0L338 6C312 56 208 56 182 6Z" fill="#182f52"/>
      <g clip-path="none">${folds}</g>
      <path d="M190 0C210 40 310 40 330 0L405 28 530 160 465 240 405 190V688Q260 700 115 688V190L55 240 -10 160 115 28Z" fill="url(#light)"/>
    </g></svg>`;
}

/** A tapered bottle from straight before it: rims 251 and 218 mm round, 164 mm high; its axis at 80 mm, its upper rim at 50 mm. */
function bottle() {
  const [top, bottom] = [251 / (2 * Math.PI), 218 / (2 * Math.PI)];
  return `<svg xmlns="http://www.w3.org/2000/svg" width="800" height="1200" viewBox="0 0 160 240">
    <defs><linearGradient id="wall" x1="0" y1="0" x2="0" y2="1"><stop offset="0" stop-color="#d8dcda"/><stop offset="1" stop-color="#b9beba"/></linearGradient>
      <linearGradient id="round" x1="0" x2="1"><stop offset="0" stop-color="#23343c"/><stop offset="0.18" stop-color="#5a7d8c"/><stop offset="0.32" stop-color="#a9c5cf"/><stop offset="0.5" stop-color="#5f8797"/><stop offset="0.85" stop-color="#35525e"/><stop offset="1" stop-color="#1a282e"/></linearGradient>
      <linearGradient id="lid" x1="0" x2="1"><stop offset="0" stop-color="#222"/><stop offset="0.35" stop-color="#777"/><stop offset="1" stop-color="#181818"/></linearGradient></defs>
    <rect width="160" height="205" fill="url(#wall)"/><rect y="205" width="160" height="35" fill="#8d6e4c"/>
    <ellipse cx="84" cy="216" rx="46" ry="7" fill="#000000" opacity="0.35"/>
    <path d="M${80 - top} 50L${80 - bottom} 214A${bottom} 5 0 0 0 ${80 + bottom} 214L${80 + top} 50Z" fill="url(#round)"/>
    <path d="M${80 - top} 50A${top} 5.5 0 0 0 ${80 + top} 50V38A${top} 5.5 0 0 0 ${80 - top} 38Z" fill="url(#lid)"/>
    <ellipse cx="80" cy="38" rx="${top}" ry="5.5" fill="#3a3a3a"/>
    <path d="M66 38V22Q66 14 74 14H86Q94 14 94 22V38" fill="none" stroke="#2b2b2b" stroke-width="6"/></svg>`;
}

/** Waves of our own, 120 × 80 mm; they go on at each side. */
function waves() {
  const rows = Array.from({ length: 6 }, (_, row) => {
    const y = 6 + row * (80 / 6);
    const colour = ['#1f5f7a', '#3f8fa8', '#e7f0ee'][row % 3];
    return `<path d="M-30 ${y}${'q7.5 -9 15 0t15 0'.repeat(6)}" stroke="${colour}" stroke-width="5" fill="none"/>`;
  }).join('');
  const boats = [
    [26, 30],
    [88, 58],
  ]
    .map(([x, y]) => `<path d="M${x - 9} ${y}h18l-3 4h-12z M${x} ${y - 1}v-13l8 10z" fill="#c8342f"/>`)
    .join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="960" height="640" viewBox="0 0 120 80"><rect width="120" height="80" fill="#cfe3e6"/>${rows}${boats}</svg>`;
}

/** The leather offcut of the shelf on a green mat with lines every 10 mm: 480 × 440 mm, its upper left 30 mm before that of the piece. */
function shoulder() {
  const next = random(17);
  const lines =
    Array.from(
      { length: 49 },
      (_, i) =>
        `<path d="M${i * 10} 0V440" stroke="#ffffff" stroke-opacity="${i % 5 ? 0.12 : 0.3}" stroke-width="0.5"/>`,
    ).join('') +
    Array.from(
      { length: 45 },
      (_, i) =>
        `<path d="M0 ${i * 10}H480" stroke="#ffffff" stroke-opacity="${i % 5 ? 0.12 : 0.3}" stroke-width="0.5"/>`,
    ).join('');
  const scars = Array.from({ length: 9 }, () => {
    const [x, y] = [90 + 260 * next(), 80 + 220 * next()];
    return `<path d="M${x} ${y}q${20 * next()} ${14 * (next() - 0.5)} ${34 * next()} ${20 * (next() - 0.5)}" stroke="#6e4524" stroke-opacity="0.55" stroke-width="${0.8 + next()}" fill="none"/>`;
  }).join('');
  return `<svg xmlns="http://www.w3.org/2000/svg" width="960" height="880" viewBox="0 0 480 440">
    <defs><filter id="soft"><feGaussianBlur stdDeviation="3"/></filter></defs>
    <rect width="480" height="440" fill="#2f6350"/>${lines}
    <path d="M50 30L430 45L450 240L330 410L90 380L30 190Z" fill="#000000" opacity="0.35" filter="url(#soft)" transform="translate(3 4)"/>
    <path d="M50 30L430 45L450 240L330 410L90 380L30 190Z" fill="#b98a5a"/>${scars}
    <path d="M330 110q30 20 18 52t-40 30" fill="none" stroke="#8d5f37" stroke-opacity="0.5" stroke-width="14" filter="url(#soft)"/></svg>`;
}

await photographed(shirt(), 'photo-shirt.jpg', 1);
await photographed(bottle(), 'photo-bottle.jpg', 2);
await photographed(waves(), 'pattern-waves.jpg', 3);
await photographed(shoulder(), 'photo-shoulder.jpg', 4);
