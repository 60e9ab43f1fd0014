/** Draws the sample sites' pictures. Run once by hand (`npx tsx scripts/make-pictures.ts`); the results are in the repository. */
import { mkdir, writeFile } from "node:fs/promises";
import sharp from "sharp";

/** mulberry32: a small seeded generator, so that every run draws the same. */
const generator = (seed: number) => () => {
  seed = (seed + 0x6d2b79f5) | 0;
  let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
  t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
  return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
};

interface Scene {
  readonly name: string;
  readonly width: number;
  readonly height: number;
  /** Sky from top to horizon. */
  readonly sky: readonly string[];
  readonly land?: readonly string[];
  readonly stars?: number;
  readonly draw?: (width: number, height: number, random: () => number) => string;
}

const stars = (count: number, width: number, height: number, random: () => number): string =>
  Array.from({ length: count }, () => {
    const [x, y, r] = [random() * width, random() ** 1.3 * height * 0.85, 0.5 + random() ** 6 * 2.6];
    const tint = ["#ffffff", "#fff1d6", "#dfe8ff"][Math.floor(random() * 3)];
    return `<circle cx="${x.toFixed(1)}" cy="${y.toFixed(1)}" r="${r.toFixed(2)}" fill="${tint}" opacity="${(0.35 + random() * 0.65).toFixed(2)}"/>`;
  }).join("");

const hill = (
  width: number,
  height: number,
  base: number,
  rough: number,
  colour: string,
  random: () => number,
): string => {
  const points: string[] = [];
  const [a, b, c] = [random() * 6, random() * 6, random() * 6];
  for (let step = 0; step <= 80; step += 1) {
    const x = (step / 80) * width;
    const wave =
      Math.sin(step / 11 + a) * 0.5 + Math.sin(step / 5.3 + b) * 0.25 + Math.sin(step / 2.1 + c) * 0.06;
    points.push(`${x.toFixed(0)},${(height * (base + wave * rough)).toFixed(0)}`);
  }
  return `<polygon points="0,${height} ${points.join(" ")} ${width},${height}" fill="${colour}"/>`;
};

const dome = (x: number, y: number, size: number, wall: string, roof: string, slit: string): string => `
  <rect x="${x - size}" y="${y - size * 0.5}" width="${size * 2}" height="${size}" fill="${wall}"/>
  <path d="M${x - size * 1.06},${y - size * 0.5} a${size * 1.06},${size * 1.06} 0 0 1 ${size * 2.12},0 z" fill="${roof}"/>
  <path d="M${x - size * 0.05},${y - size * 1.52} q${size * 0.55},${size * 0.15} ${size * 0.75},${size * 1.02} l${-size * 0.28},0 q${-size * 0.18},${-size * 0.7} ${-size * 0.55},${-size * 0.86} z" fill="${slit}"/>`;

const moon = (x: number, y: number, r: number, random: () => number): string =>
  `<circle cx="${x}" cy="${y}" r="${r}" fill="#ece7d8"/>${Array.from({ length: 26 }, () => {
    const [angle, far] = [random() * 6.28, Math.sqrt(random()) * r * 0.86];
    return `<circle cx="${x + Math.cos(angle) * far}" cy="${y + Math.sin(angle) * far}" r="${3 + random() ** 2 * r * 0.16}" fill="#c9c2af" opacity="${0.25 + random() * 0.5}"/>`;
  }).join("")}`;

const trails = (cx: number, cy: number, width: number, random: () => number): string =>
  Array.from({ length: 130 }, () => {
    const r = 14 + random() * width * 0.75;
    const [from, span] = [random() * 6.28, 0.5 + random() * 0.5];
    const at = (angle: number) =>
      `${(cx + Math.cos(angle) * r).toFixed(1)},${(cy + Math.sin(angle) * r).toFixed(1)}`;
    return `<path d="M${at(from)} A${r},${r} 0 0 1 ${at(from + span)}" fill="none" stroke="${["#fff", "#ffe9c2", "#cfdcff"][Math.floor(random() * 3)]}" stroke-width="${0.6 + random() * 1.6}" opacity="${0.3 + random() * 0.6}"/>`;
  }).join("");

const cloud = (x: number, y: number, rx: number, ry: number, colour: string, opacity: number): string =>
  `<ellipse cx="${x}" cy="${y}" rx="${rx}" ry="${ry}" fill="${colour}" opacity="${opacity}" filter="url(#soft)"/>`;

const chart = (width: number, height: number, random: () => number, ink: string, line: string): string => {
  const [cx, cy, r] = [width / 2, height / 2, Math.min(width, height) * 0.44];
  const rings = [1, 0.75, 0.5, 0.25]
    .map((f) => `<circle cx="${cx}" cy="${cy}" r="${r * f}" fill="none" stroke="${line}" stroke-width="2"/>`)
    .join("");
  const spokes = Array.from({ length: 12 }, (_, i) => {
    const a = (i / 12) * 6.283;
    return `<line x1="${cx}" y1="${cy}" x2="${cx + Math.cos(a) * r}" y2="${cy + Math.sin(a) * r}" stroke="${line}" stroke-width="1.2"/>`;
  }).join("");
  const figures = Array.from({ length: 9 }, () => {
    const [angle, far] = [random() * 6.28, Math.sqrt(random()) * r * 0.8];
    let [x, y] = [cx + Math.cos(angle) * far, cy + Math.sin(angle) * far];
    let path = "";
    for (let i = 0; i < 5; i += 1) {
      const [nx, ny] = [x + (random() - 0.5) * r * 0.35, y + (random() - 0.5) * r * 0.35];
      path += `<line x1="${x}" y1="${y}" x2="${nx}" y2="${ny}" stroke="${ink}" stroke-width="1.6" opacity=".65"/><circle cx="${nx}" cy="${ny}" r="${3 + random() * 5}" fill="${ink}"/>`;
      [x, y] = [nx, ny];
    }
    return path;
  }).join("");
  return rings + spokes + figures;
};

const water = (width: number, height: number, from: number, colour: string, random: () => number): string =>
  `<rect x="0" y="${height * from}" width="${width}" height="${height}" fill="${colour}"/>${Array.from(
    { length: 70 },
    () => {
      const y = height * (from + random() * (1 - from));
      return `<rect x="${random() * width}" y="${y}" width="${40 + random() * 240}" height="${1 + random() * 3}" fill="#fff" opacity="${0.06 + random() * 0.16}"/>`;
    },
  ).join("")}`;

const mill = (x: number, y: number, s: number, wall: string, roof: string): string =>
  `<rect x="${x - s}" y="${y - s * 1.3}" width="${s * 2}" height="${s * 1.3}" fill="${wall}"/><path d="M${x - s * 1.12},${y - s * 1.3} L${x},${y - s * 2.1} L${x + s * 1.12},${y - s * 1.3} z" fill="${roof}"/>
  ${[-0.55, 0, 0.55].map((f) => `<rect x="${x + f * s - s * 0.1}" y="${y - s * 0.95}" width="${s * 0.2}" height="${s * 0.3}" fill="#f4dfae"/>`).join("")}
  <circle cx="${x + s * 1.25}" cy="${y - s * 0.2}" r="${s * 0.5}" fill="none" stroke="${roof}" stroke-width="${s * 0.09}"/>${[0, 1, 2, 3].map((i) => `<line x1="${x + s * 1.25 - Math.cos(i * 0.785) * s * 0.5}" y1="${y - s * 0.2 - Math.sin(i * 0.785) * s * 0.5}" x2="${x + s * 1.25 + Math.cos(i * 0.785) * s * 0.5}" y2="${y - s * 0.2 + Math.sin(i * 0.785) * s * 0.5}" stroke="${roof}" stroke-width="${s * 0.05}"/>`).join("")}`;

const W = 1600;
const night = ["#0b1530", "#16264f", "#2c3f6e"];
const scenes: Record<string, readonly Scene[]> = {
  observatory: [
    {
      name: "ridge-at-night",
      width: W,
      height: 900,
      sky: ["#0a1330", "#1a2b58", "#5b4a66"],
      stars: 420,
      land: ["#161b29", "#0d111b"],
      draw: (w, h) => dome(w * 0.72, h * 0.78, 90, "#232a3d", "#3a4460", "#f0c36a"),
    },
    {
      name: "milky-way",
      width: W,
      height: 1067,
      sky: ["#070d22", "#101a3a", "#1c2748"],
      stars: 1100,
      land: ["#080b14"],
      draw: (w, h) =>
        cloud(w * 0.5, h * 0.35, 900, 130, "#8fa3d8", 0.28) +
        cloud(w * 0.6, h * 0.32, 500, 60, "#e3d3c0", 0.3),
    },
    {
      name: "star-trails",
      width: W,
      height: 1067,
      sky: night,
      draw: (w, h, r) => trails(w * 0.4, h * 0.42, w, r),
      land: ["#0a0e19"],
    },
    {
      name: "dawn-walk",
      width: W,
      height: 900,
      sky: ["#bcd3ea", "#f6dcc0", "#fbe9c8"],
      land: ["#8d9a76", "#62744f"],
      draw: (w, h) => `<circle cx="${w * 0.25}" cy="${h * 0.55}" r="70" fill="#fff6dd"/>`,
    },
    {
      name: "noon-domes",
      width: W,
      height: 1067,
      sky: ["#7fb2e0", "#b9d8ee", "#e6f1f6"],
      land: ["#a7b37c", "#7d8f55"],
      draw: (w, h) =>
        dome(w * 0.3, h * 0.72, 130, "#f4f1e8", "#dcd8cb", "#6d7480") +
        dome(w * 0.68, h * 0.7, 85, "#efeade", "#d5d0c0", "#6d7480"),
    },
    {
      name: "great-dome",
      width: 1200,
      height: 1600,
      sky: ["#24345e", "#6a5a7c", "#d79a6c"],
      land: ["#2d2a2f"],
      stars: 60,
      draw: (w, h) => dome(w * 0.5, h * 0.82, 330, "#3b3a44", "#575663", "#ffd27a"),
    },
    {
      name: "winter-hill",
      width: W,
      height: 1067,
      sky: ["#c9d9e8", "#e6edf2", "#f6f7f5"],
      land: ["#e8edf0", "#f7f9f9"],
      draw: (w, h) => dome(w * 0.55, h * 0.66, 80, "#c2ccd4", "#98a5b0", "#4d5966"),
    },
    {
      name: "full-moon",
      width: 1200,
      height: 1200,
      sky: ["#05070d", "#0a0d18", "#0d1120"],
      stars: 160,
      draw: (w, h, r) => moon(w / 2, h / 2, 400, r),
    },
    {
      name: "crescent",
      width: W,
      height: 900,
      sky: ["#152048", "#50467a", "#c47c6c"],
      stars: 90,
      land: ["#1b1723"],
      draw: (w, h) =>
        `<circle cx="${w * 0.7}" cy="${h * 0.35}" r="70" fill="#f7efd8"/><circle cx="${w * 0.7 + 30}" cy="${h * 0.35 - 12}" r="66" fill="#2e3361"/>`,
    },
    {
      name: "eclipse",
      width: W,
      height: 1067,
      sky: ["#020308", "#05060f", "#0b0d1a"],
      stars: 50,
      draw: (w, h) =>
        cloud(w / 2, h / 2, 300, 300, "#fff0cf", 0.75) +
        `<circle cx="${w / 2}" cy="${h / 2}" r="170" fill="#020308"/>`,
    },
    {
      name: "partial-eclipse",
      width: 1200,
      height: 1200,
      sky: ["#7a2e12", "#a8471b", "#c9682b"],
      draw: (w, h) =>
        `<circle cx="${w / 2}" cy="${h / 2}" r="330" fill="#ffdf8a"/><circle cx="${w * 0.63}" cy="${h * 0.4}" r="300" fill="#8a3715"/>`,
    },
    {
      name: "comet",
      width: W,
      height: 900,
      sky: ["#081026", "#12204a", "#263a68"],
      stars: 380,
      draw: (w, h) =>
        `<g transform="rotate(-24 ${w * 0.35} ${h * 0.6})">${cloud(w * 0.6, h * 0.6, 520, 34, "#cfe6ff", 0.55)}${cloud(w * 0.48, h * 0.6, 300, 20, "#ffffff", 0.7)}</g><circle cx="${w * 0.33}" cy="${h * 0.64}" r="14" fill="#fff"/>`,
      land: ["#0a0f1c"],
    },
    {
      name: "nebula",
      width: 1400,
      height: 1400,
      sky: ["#080612", "#0e0a20", "#0a0814"],
      stars: 700,
      draw: (w, h, r) =>
        Array.from({ length: 18 }, () =>
          cloud(
            w * (0.25 + r() * 0.5),
            h * (0.25 + r() * 0.5),
            60 + r() * 240,
            50 + r() * 180,
            ["#b64a5a", "#5a63c8", "#d98f6a", "#7a3f8f"][Math.floor(r() * 4)] as string,
            0.22,
          ),
        ).join(""),
    },
    {
      name: "spiral",
      width: 1400,
      height: 1050,
      sky: ["#05060e", "#090b18", "#070812"],
      stars: 420,
      draw: (w, h, r) =>
        Array.from({ length: 520 }, (_, i) => {
          const t = i / 520;
          const a = t * 11 + (i % 2) * 3.14;
          const d = 30 + t * 430;
          return `<circle cx="${w / 2 + Math.cos(a) * d + (r() - 0.5) * 50}" cy="${h / 2 + Math.sin(a) * d * 0.55 + (r() - 0.5) * 34}" r="${1 + r() * 3.4}" fill="${["#dfe7ff", "#ffe4c0", "#b9c8ff"][i % 3]}" opacity="${0.9 - t * 0.6}"/>`;
        }).join("") + cloud(w / 2, h / 2, 110, 60, "#fff1d2", 0.9),
    },
    {
      name: "planets",
      width: W,
      height: 700,
      sky: ["#0d1226", "#171d38", "#222846"],
      stars: 140,
      draw: (w, h) =>
        [
          ["#c8a27a", 90, 0.2],
          ["#d9b36c", 140, 0.48],
          ["#7fa6b8", 60, 0.72],
          ["#a55b3c", 44, 0.87],
        ]
          .map(([c, r, x]) => `<circle cx="${w * (x as number)}" cy="${h * 0.5}" r="${r}" fill="${c}"/>`)
          .join("") +
        `<ellipse cx="${w * 0.48}" cy="${h * 0.5}" rx="240" ry="44" fill="none" stroke="#e7d2a3" stroke-width="16" opacity=".75"/>`,
    },
    {
      name: "star-chart-day",
      width: 1400,
      height: 1400,
      sky: ["#f6f0e0", "#f3ecd9", "#efe6cf"],
      draw: (w, h, r) => chart(w, h, r, "#2c3a5e", "#c5b48c"),
    },
    {
      name: "star-chart-night",
      width: 1400,
      height: 1050,
      sky: ["#0f1a38", "#12203f", "#0f1a38"],
      draw: (w, h, r) => chart(w, h, r, "#f0e3c0", "#3c4f80"),
    },
    {
      name: "lens",
      width: W,
      height: 1067,
      sky: ["#3a2f2a", "#241d1a", "#15110f"],
      draw: (w, h) =>
        [360, 300, 230, 150, 70]
          .map(
            (r, i) =>
              `<circle cx="${w / 2}" cy="${h / 2}" r="${r}" fill="${["#8a6414", "#2b2320", "#3f5a73", "#22384d", "#b9d3e6"][i]}"/>`,
          )
          .join(""),
    },
    {
      name: "brass-telescope",
      width: W,
      height: 1067,
      sky: ["#e9e0cc", "#ddd0b3", "#cbbb97"],
      draw: (w, h) =>
        `<g transform="rotate(-28 ${w / 2} ${h / 2})"><rect x="${w * 0.25}" y="${h * 0.44}" width="${w * 0.5}" height="110" rx="12" fill="#a67a1f"/><rect x="${w * 0.7}" y="${h * 0.42}" width="150" height="150" rx="14" fill="#8a6414"/><rect x="${w * 0.2}" y="${h * 0.46}" width="110" height="70" rx="10" fill="#5d4310"/></g><path d="M${w * 0.5},${h * 0.56} L${w * 0.38},${h} M${w * 0.5},${h * 0.56} L${w * 0.62},${h} M${w * 0.5},${h * 0.56} L${w * 0.5},${h}" stroke="#5a4a32" stroke-width="22"/>`,
    },
    {
      name: "reading-room",
      width: W,
      height: 1067,
      sky: ["#d8c3a0", "#c6a97e", "#a8875b"],
      draw: (w, h, r) =>
        Array.from(
          { length: 4 },
          (_, shelf) =>
            `<rect x="0" y="${h * (0.22 + shelf * 0.21)}" width="${w}" height="16" fill="#5b4128"/>${Array.from(
              { length: 44 },
              (_, i) => {
                const bh = 110 + r() * 60;
                return `<rect x="${i * 37 + 6}" y="${h * (0.22 + shelf * 0.21) - bh}" width="${20 + r() * 14}" height="${bh}" fill="${["#6d2f24", "#2f4a57", "#8a6414", "#4c5a36", "#3b3148"][Math.floor(r() * 5)]}"/>`;
              },
            ).join("")}`,
        ).join(""),
    },
    {
      name: "car-park-dusk",
      width: W,
      height: 900,
      sky: ["#41527c", "#a98a92", "#e9b48a"],
      land: ["#4a4a50", "#35353b"],
      stars: 20,
      draw: (w, h) =>
        `<path d="M${w * 0.3},${h} L${w * 0.48},${h * 0.68} L${w * 0.52},${h * 0.68} L${w * 0.75},${h} z" fill="#6b6a70"/>`,
    },
    {
      name: "bus-stop",
      width: W,
      height: 1067,
      sky: ["#9fc3dd", "#cfe2ea", "#eef3ee"],
      land: ["#93a36b", "#75885a"],
      draw: (w, h) =>
        `<rect x="${w * 0.42}" y="${h * 0.46}" width="26" height="${h * 0.4}" fill="#5f6670"/><circle cx="${w * 0.428}" cy="${h * 0.44}" r="70" fill="#9d2f1f"/><circle cx="${w * 0.428}" cy="${h * 0.44}" r="46" fill="#fdf6e3"/>`,
    },
    {
      name: "aurora",
      width: W,
      height: 900,
      sky: ["#06121f", "#0b2430", "#123642"],
      stars: 260,
      land: ["#060d14"],
      draw: (w, h, r) =>
        Array.from({ length: 9 }, (_, i) =>
          cloud(
            w * (0.08 + i * 0.11),
            h * (0.3 + r() * 0.2),
            60 + r() * 60,
            200 + r() * 120,
            ["#5fe0a0", "#7be3c4", "#9a7be0"][i % 3] as string,
            0.3,
          ),
        ).join(""),
    },
    {
      name: "meteor",
      width: W,
      height: 1067,
      sky: ["#0a1028", "#182450", "#3a3f6a"],
      stars: 500,
      land: ["#0c111d"],
      draw: (w, h) =>
        [
          [0.2, 0.15, 0.45, 0.42],
          [0.6, 0.1, 0.72, 0.26],
          [0.75, 0.3, 0.9, 0.5],
        ]
          .map(
            ([a, b, c, d]) =>
              `<line x1="${w * (a as number)}" y1="${h * (b as number)}" x2="${w * (c as number)}" y2="${h * (d as number)}" stroke="#fff" stroke-width="3.5" opacity=".85"/>`,
          )
          .join(""),
    },
    {
      name: "workshop",
      width: 1200,
      height: 1500,
      sky: ["#5b6a72", "#44525a", "#303b42"],
      draw: (w, h) =>
        `${[0.3, 0.5, 0.7]
          .map(
            (f, i) =>
              `<circle cx="${w * 0.5}" cy="${h * f}" r="${150 - i * 24}" fill="none" stroke="#d3a13a" stroke-width="26"/>`,
          )
          .join("")}<rect x="${w * 0.1}" y="${h * 0.82}" width="${w * 0.8}" height="40" fill="#8a6f4a"/>`,
    },
    {
      name: "sun-disc",
      width: 1200,
      height: 1200,
      sky: ["#fff4d8", "#ffe6ac", "#ffd98a"],
      draw: (w, h, r) =>
        `<circle cx="${w / 2}" cy="${h / 2}" r="400" fill="#f2a93a"/>${Array.from({ length: 14 }, () => `<circle cx="${w / 2 + (r() - 0.5) * 500}" cy="${h / 2 + (r() - 0.5) * 500}" r="${5 + r() * 20}" fill="#a45412" opacity=".8"/>`).join("")}`,
    },
  ],
  "tide-mill": [
    {
      name: "mill-at-ebb",
      width: W,
      height: 900,
      sky: ["#b9cbd3", "#d9dfd8", "#efe8d6"],
      draw: (w, h, r) => water(w, h, 0.66, "#7d8f86", r) + mill(w * 0.6, h * 0.68, 130, "#7d4a36", "#3b3a36"),
    },
    {
      name: "mill-wheel",
      width: 1200,
      height: 1200,
      sky: ["#3c5048", "#2f4038", "#23302a"],
      draw: (w, h) =>
        `<circle cx="${w / 2}" cy="${h / 2}" r="400" fill="none" stroke="#b58a5a" stroke-width="50"/>${Array.from(
          { length: 12 },
          (_, i) => {
            const a = (i / 12) * 6.283;
            return `<line x1="${w / 2}" y1="${h / 2}" x2="${w / 2 + Math.cos(a) * 400}" y2="${h / 2 + Math.sin(a) * 400}" stroke="#8f6b43" stroke-width="24"/>`;
          },
        ).join("")}`,
    },
    {
      name: "creek-evening",
      width: W,
      height: 900,
      sky: ["#4b5f73", "#c48f6f", "#f0c48d"],
      draw: (w, h, r) => water(w, h, 0.6, "#5d6b72", r) + mill(w * 0.25, h * 0.62, 80, "#4a352c", "#2a2724"),
    },
    {
      name: "flour-sacks",
      width: W,
      height: 1067,
      sky: ["#e8dcc3", "#d9c7a4", "#c3ac84"],
      draw: (_w, h, r) =>
        Array.from(
          { length: 7 },
          (_, i) =>
            `<rect x="${60 + i * 215}" y="${h * (0.45 + r() * 0.08)}" width="190" height="${h * 0.42}" rx="60" fill="${["#f1e6cf", "#e6d7b8", "#dccaa4"][i % 3]}" stroke="#a58d62" stroke-width="4"/>`,
        ).join(""),
    },
  ],
};

const svgOf = (scene: Scene, seed: number): string => {
  const { width, height } = scene;
  const random = generator(seed);
  const stops = scene.sky
    .map((colour, i) => `<stop offset="${i / (scene.sky.length - 1)}" stop-color="${colour}"/>`)
    .join("");
  const back = (scene.land ?? [])
    .slice(0, 1)
    .map((colour) => hill(width, height, 0.8, 0.09, colour, random))
    .join("");
  const front = (scene.land ?? [])
    .slice(1)
    .map((colour) => hill(width, height, 0.88, 0.06, colour, random))
    .join("");
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}"><defs><linearGradient id="sky" x1="0" y1="0" x2="0" y2="1">${stops}</linearGradient><filter id="soft" x="-50%" y="-50%" width="200%" height="200%"><feGaussianBlur stdDeviation="38"/></filter></defs>
<rect width="${width}" height="${height}" fill="url(#sky)"/>${scene.stars ? stars(scene.stars, width, height, random) : ""}${back}${scene.draw?.(width, height, random) ?? ""}${front}</svg>`;
};

const logoSvg = (ink: string, accent: string, shape: string, words: readonly string[]): string =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="840" height="160"><g fill="none" stroke="${ink}" stroke-width="9">${shape.replaceAll("ACCENT", accent)}</g><text x="190" y="78" font-family="Public Sans,DejaVu Sans,sans-serif" font-weight="700" font-size="62" fill="${ink}">${words[0]}</text><text x="190" y="134" font-family="Public Sans,DejaVu Sans,sans-serif" font-size="40" letter-spacing="5" fill="${ink}">${words[1]}</text></svg>`;
const DOME =
  '<path d="M24,120 v-20 a56,56 0 0 1 112,0 v20 z"/><path d="M80,44 l34,-26" stroke="ACCENT"/><path d="M10,138 h140"/>';
const WHEEL =
  '<circle cx="80" cy="80" r="56"/><path d="M80,24 v112 M24,80 h112 M40,40 l80,80 M120,40 l-80,80" stroke="ACCENT" stroke-width="6"/>';

for (const [site, list] of Object.entries(scenes)) {
  const folder = `demo/${site}/pictures`;
  await mkdir(folder, { recursive: true });
  for (const [index, scene] of list.entries()) {
    const bytes = await sharp(Buffer.from(svgOf(scene, index * 7919 + 11)))
      .jpeg({ quality: 78, mozjpeg: true })
      .toBuffer();
    await writeFile(`${folder}/${scene.name}.jpg`, bytes);
  }
}
const logos = [
  ["observatory", "logo", logoSvg("#1f2a44", "#8a6414", DOME, ["Pellow Ridge", "OBSERVATORY"])],
  ["observatory", "logo-light", logoSvg("#ffffff", "#f0c36a", DOME, ["Pellow Ridge", "OBSERVATORY"])],
  ["tide-mill", "logo", logoSvg("#2f4038", "#a0522d", WHEEL, ["Sallow Creek", "TIDE MILL"])],
] as const;
for (const [site, name, svg] of logos)
  await writeFile(
    `demo/${site}/pictures/${name}.png`,
    await sharp(Buffer.from(svg)).png({ palette: true }).toBuffer(),
  );
