// The built pages packed once, so that the server sends them packed without packing them again.
import { readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { brotliCompressSync, constants, gzipSync } from 'node:zlib';

const PACKED = new Set(['.js', '.css', '.html', '.svg', '.json', '.wasm', '.txt']);
/** Below this a packed answer is no smaller once its headers are counted. */
const SMALLEST = 1024;

/** Writes a `.br` and a `.gz` beside each file of a folder that packing makes smaller. */
export function packAssets(folder) {
  for (const entry of readdirSync(folder, { recursive: true, withFileTypes: true })) {
    if (!entry.isFile() || !PACKED.has(path.extname(entry.name))) continue;
    const file = path.join(entry.parentPath, entry.name);
    const bytes = readFileSync(file);
    if (bytes.length < SMALLEST) continue;
    const params = {
      [constants.BROTLI_PARAM_QUALITY]: 9,
      [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length,
    };
    writeFileSync(`${file}.br`, brotliCompressSync(bytes, { params }));
    writeFileSync(`${file}.gz`, gzipSync(bytes, { level: 9 }));
  }
}
