import type { Request, Response } from 'express';
import multer from 'multer';

/**
 * The files that came with a form, written to a folder.
 * @param limits how many, and bytes of each at the most
 */
export async function filesOf(
  request: Request,
  response: Response,
  { folder, field, most, bytes }: { folder: string; field: string; most: number; bytes: number },
): Promise<readonly Express.Multer.File[]> {
  const take = multer({ dest: folder, limits: { fileSize: bytes, files: most } }).array(field, most);
  await new Promise<void>((resolve, reject) =>
    take(request, response, (error: unknown) => (error ? reject(error as Error) : resolve())),
  );
  return Array.isArray(request.files) ? request.files : [];
}
