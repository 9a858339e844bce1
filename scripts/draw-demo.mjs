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
