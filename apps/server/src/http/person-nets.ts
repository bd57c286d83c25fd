import { createRequire } from 'node:module';
import { dirname, join } from 'node:path';
import express, { Router } from 'express';
import { PERSON_NETS, PERSON_RUNTIME } from '@deft/contract';

const find = createRequire(import.meta.url);
/** The folder in which a package of the registry was laid. */
const packageFolder = (name: string): string => dirname(find.resolve(`${name}/package.json`));

/** Which file of the package each net is: the detector lies alone in a data file. */
const NETS = {
  detector: 'pose_solution_packed_assets.data',
  reader: 'pose_landmark_full.tflite',
} as const;

/** What the studio reads people in pictures with, fetched only when somebody asks for it. */
export function personNets(): Router {
  const router = Router();
  for (const [net, path] of Object.entries(PERSON_NETS))
    router.get(path, (_request, response) =>
      response.sendFile(join(packageFolder('@mediapipe/pose'), NETS[net as keyof typeof NETS])),
    );
  router.use(
    PERSON_RUNTIME,
    express.static(join(dirname(dirname(find.resolve('@litertjs/core'))), 'wasm'), {
      index: false,
      fallthrough: false,
    }),
  );
  return router;
}
