// The text recogniser ships with the application: its worker, its core for each kind of processor, and the English data, each under one
// path, fetched by a browser when a picture is read for the first time.
import { cpSync, existsSync, mkdirSync } from 'node:fs';
import { fileURLToPath } from 'node:url';

const MODULES = fileURLToPath(new URL('../node_modules', import.meta.url));
const SHIPPED = fileURLToPath(new URL('../public/recogniser', import.meta.url));

mkdirSync(SHIPPED, { recursive: true });
for (const file of [
  'tesseract.js/dist/worker.min.js',
  'tesseract.js-core/tesseract-core-lstm.wasm.js',
  'tesseract.js-core/tesseract-core-simd-lstm.wasm.js',
  'tesseract.js-core/tesseract-core-relaxedsimd-lstm.wasm.js',
  '@tesseract.js-data/eng/4.0.0_best_int/eng.traineddata.gz',
]) {
  const to = `${SHIPPED}/${file.split('/').pop()}`;
  if (!existsSync(to)) {
    cpSync(`${MODULES}/${file}`, to);
  }
}
