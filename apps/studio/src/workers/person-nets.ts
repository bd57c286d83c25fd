import { loadAndCompile, loadLiteRt, supportsFeature, Tensor, type CompiledModel } from '@litertjs/core';
import { PERSON_NETS, PERSON_RUNTIME } from '@deft/contract';
import { DETECTOR_SIDE, READER_SIDE } from '@deft/core/person';

/** Colours of a picture as numbers from `low` to 1, three a pixel. */
const numbersOf = (rgba: Uint8ClampedArray, low: 0 | -1): Float32Array => {
  const out = new Float32Array((rgba.length / 4) * 3);
  const by = (1 - low) / 255;
  for (let i = 0, k = 0; i < rgba.length; i += 4)
    for (let c = 0; c < 3; c += 1, k += 1) out[k] = (rgba[i + c] as number) * by + low;
  return out;
};

/** How much of what is needed has come over, 0 to 1. */
export type Coming = (share: number) => void;

/** The whole of some files, told while they come. */
async function fetched(files: readonly string[], coming: Coming): Promise<Uint8Array[]> {
  const answers = await Promise.all(files.map((file) => fetch(file)));
  if (answers.some(({ ok }) => !ok)) throw new Error('What reads pictures cannot be fetched.');
  const sizes = answers.map(({ headers }) => Number(headers.get('content-length')));
  const total = sizes.reduce((sum, size) => sum + size, 0);
  let come = 0;
  return Promise.all(
    answers.map(async ({ body }) => {
      const pieces: Uint8Array<ArrayBuffer>[] = [];
      const reader = (body as ReadableStream<Uint8Array<ArrayBuffer>>).getReader();
      for (let piece = await reader.read(); !piece.done; piece = await reader.read()) {
        pieces.push(piece.value);
        come += piece.value.length;
        coming(Math.min(1, come / total));
      }
      return new Uint8Array(await new Blob(pieces).arrayBuffer());
    }),
  );
}

/** What the reader gives out of one region's square. */
export interface ReaderOut {
  readonly points: Float32Array;
  readonly person: number;
  readonly mask: Float32Array;
}

export interface PersonNets {
  /** Boxes and scores, one an anchor. @param rgba the picture fitted into the detector's square */
  detect(rgba: Uint8ClampedArray): Promise<{ boxes: Float32Array; scores: Float32Array }>;
  /** @param rgba one region's square */
  read(rgba: Uint8ClampedArray): Promise<ReaderOut>;
}

async function run(net: CompiledModel, input: Float32Array, side: number): Promise<Float32Array[]> {
  const tensor = new Tensor(input, [1, side, side, 3]);
  try {
    const outs = await net.run([tensor]);
    return await Promise.all(
      outs.map(async (out) => {
        const data = Float32Array.from((await out.data()) as Float32Array);
        out.delete();
        return data;
      }),
    );
  } finally {
    tensor.delete();
  }
}

const ofLength = (outs: readonly Float32Array[], length: number): Float32Array => {
  const found = outs.find((out) => out.length === length);
  if (!found) throw new Error('This net does not give out what is expected of it.');
  return found;
};

/** Fetches the nets and what runs them, once; from then on the browser keeps them. */
export async function loadPersonNets(coming: Coming): Promise<PersonNets> {
  const runtime = (await supportsFeature('relaxedSimd'))
    ? 'litert_wasm_internal'
    : 'litert_wasm_compat_internal';
  // The runtime itself comes from the browser's own store then: here it is only waited for.
  const [detector, reader] = (await fetched(
    [PERSON_NETS.detector, PERSON_NETS.reader, `${PERSON_RUNTIME}/${runtime}.wasm`],
    coming,
  )) as [Uint8Array, Uint8Array, Uint8Array];
  // The runtime would look for its other half beside this worker's own script, and tells all it does.
  const runtimeSettings = {
    locateFile: (file: string) => `${PERSON_RUNTIME}/${file}`,
    printErr: (text: string) => console.debug(text),
  };
  Object.assign(self, { Module: runtimeSettings });
  await loadLiteRt(`${PERSON_RUNTIME}/${runtime}.js`);
  const [detecting, reading] = [
    await loadAndCompile(detector, { accelerator: 'wasm' }),
    await loadAndCompile(reader, { accelerator: 'wasm' }),
  ];
  return {
    async detect(rgba) {
      const outs = await run(detecting, numbersOf(rgba, -1), DETECTOR_SIDE);
      const [boxes, scores] = [...outs].sort((a, b) => b.length - a.length) as [Float32Array, Float32Array];
      return { boxes, scores };
    },
    async read(rgba) {
      const outs = await run(reading, numbersOf(rgba, 0), READER_SIDE);
      return {
        points: ofLength(outs, 39 * 5),
        person: ofLength(outs, 1)[0] as number,
        mask: ofLength(outs, READER_SIDE ** 2),
      };
    },
  };
}
