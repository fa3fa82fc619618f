// Draws a picture of a module's label, of a window, or of something else, as cameras take them; the same seed draws the same. All invented.
// Answers a JPEG as base64. The range shows its labels by it, and PictureTest of the module e2e draws what the recogniser is tried with.
/**
 * @param {{ lines: string[], kind: 'label' | 'window' | 'other', grade: 'clean' | 'tilted' | 'hard', seed: number, headDown: boolean }} picture
 * @returns {string}
 */
export default ({ lines, kind, grade, seed, headDown }) => {
  let state = seed * 2654435761 % 4294967296;
  const random = () => ((state = (state * 1664525 + 1013904223) % 4294967296) / 4294967296);
  const between = (a, b) => a + (b - a) * random();
  const any = (of) => of[Math.floor(random() * of.length)];

  // What is printed, at twice the size it is taken at.
  const label = kind === 'label';
  const font = label ? any(['sans-serif', 'monospace', 'Liberation Sans, sans-serif', 'DejaVu Sans Mono, monospace']) : 'sans-serif';
  const size = label ? 34 : 28;
  const pen = (c) => c.getContext('2d', { willReadFrequently: true });
  const paper = document.createElement('canvas');
  let p = pen(paper);
  p.font = `${size}px ${font}`;
  const widest = Math.max(...lines.map((l) => p.measureText(l).width), 200);
  paper.width = widest + 60;
  paper.height = lines.length * size * 1.35 + 40 + (label ? 40 : 0);
  p = pen(paper);
  const dark = kind === 'window' && random() < 0.4;
  p.fillStyle = label ? any(['#fdfdfb', '#f4f1e6', '#e9edf0']) : dark ? '#202428' : '#ffffff';
  p.fillRect(0, 0, paper.width, paper.height);
  p.fillStyle = dark ? '#e8e8e8' : any(['#111', '#222', '#26262e']);
  lines.forEach((l, i) => {
    p.font = `${label && i === 0 ? 'bold ' : ''}${size}px ${font}`;
    p.fillText(l, 28, 24 + size * 0.9 + i * size * 1.35);
  });
  if (label)
    for (let x = 28; x < paper.width * 0.6; x += between(3, 9)) p.fillRect(x, paper.height - 40, between(1, 4), 26);

  // Where it lies: on a module on a bench, or a screen in a room.
  const wide = Math.round(paper.width * 0.62 + 90);
  const high = Math.round(paper.height * 0.62 + (label ? 110 : 60));
  const tilt = grade === 'clean' ? 0 : between(-0.08, 0.08);
  const lean = grade === 'hard' ? between(-0.1, 0.1) : 0;
  const corner = (u, v) => {
    const x = (u - 0.5) * paper.width * 0.62 * (1 + lean * (v - 0.5));
    const y = (v - 0.5) * paper.height * 0.62 * (1 + lean * (u - 0.5) * 2);
    return [wide / 2 + x * Math.cos(tilt) - y * Math.sin(tilt), high / 2 + x * Math.sin(tilt) + y * Math.cos(tilt)];
  };
  const scene = document.createElement('canvas');
  scene.width = wide;
  scene.height = high;
  const s = pen(scene);
  s.fillStyle = label ? any(['#cfcac0', '#8a8d90', '#4b4f55']) : '#14161a';
  s.fillRect(0, 0, wide, high);
  if (label) {
    s.fillStyle = any(['#1e5a3c', '#20242c', '#23406b']);
    s.fillRect(16, 16, wide - 32, high - 32);
  }
  // Small squares of the paper, each by its own corner: what leans is drawn without a library.
  const step = 6;
  const ground = s.getImageData(0, 0, wide, high);
  const ink = p.getImageData(0, 0, paper.width, paper.height);
  const [o, a, b, c] = [corner(0, 0), corner(1, 0), corner(0, 1), corner(1, 1)];
  for (let y = 0; y < high; y++)
    for (let x = 0; x < wide; x++) {
      // Newton's steps from the middle towards the place in the paper that lies here.
      let u = 0.5;
      let v = 0.5;
      for (let k = 0; k < step; k++) {
        const at = [0, 1].map((d) => o[d] * (1 - u) * (1 - v) + a[d] * u * (1 - v) + b[d] * (1 - u) * v + c[d] * u * v);
        const du = [0, 1].map((d) => (a[d] - o[d]) * (1 - v) + (c[d] - b[d]) * v);
        const dv = [0, 1].map((d) => (b[d] - o[d]) * (1 - u) + (c[d] - a[d]) * u);
        const by = du[0] * dv[1] - du[1] * dv[0];
        u += ((x - at[0]) * dv[1] - (y - at[1]) * dv[0]) / by;
        v += ((y - at[1]) * du[0] - (x - at[0]) * du[1]) / by;
      }
      if (u < 0 || v < 0 || u >= 1 || v >= 1) continue;
      const [ix, iy] = headDown ? [(1 - u) * paper.width, (1 - v) * paper.height] : [u * paper.width, v * paper.height];
      const [px, py] = [Math.min(paper.width - 2, Math.floor(ix)), Math.min(paper.height - 2, Math.floor(iy))];
      for (let d = 0; d < 3; d++) {
        const i = 4 * (py * paper.width + px) + d;
        const w = 4 * paper.width;
        ground.data[4 * (y * wide + x) + d] = (ink.data[i] + ink.data[i + 4] + ink.data[i + w] + ink.data[i + w + 4]) / 4;
      }
    }
  s.putImageData(ground, 0, 0);

  // The camera: out of focus, light from one side, a reflection, noise.
  const photo = document.createElement('canvas');
  photo.width = wide;
  photo.height = high;
  const f = pen(photo);
  f.filter = grade === 'hard' ? `blur(${between(0.6, 1.1)}px)` : 'none';
  f.drawImage(scene, 0, 0);
  f.filter = 'none';
  if (grade !== 'clean') {
    const light = f.createLinearGradient(0, 0, wide, high);
    light.addColorStop(0, `rgba(0,0,0,${between(0, 0.3)})`);
    light.addColorStop(1, `rgba(0,0,0,${between(0.1, 0.4)})`);
    f.fillStyle = light;
    f.fillRect(0, 0, wide, high);
  }
  if (grade === 'hard') {
    const shine = f.createRadialGradient(wide * random(), high * random(), 5, wide / 2, high / 2, wide / 2);
    shine.addColorStop(0, `rgba(255,255,255,${between(0.1, 0.35)})`);
    shine.addColorStop(1, 'rgba(255,255,255,0)');
    f.fillStyle = shine;
    f.fillRect(0, 0, wide, high);
    const grain = f.getImageData(0, 0, wide, high);
    const noise = between(6, 14);
    for (let i = 0; i < grain.data.length; i += 4) {
      const n = (random() + random() + random() - 1.5) * noise * 2;
      for (let d = 0; d < 3; d++) grain.data[i + d] += n;
    }
    f.putImageData(grain, 0, 0);
  }
  return photo.toDataURL('image/jpeg', grade === 'hard' ? 0.45 : 0.85).split(',')[1];
}
