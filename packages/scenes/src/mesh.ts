import { BufferAttribute, BufferGeometry, type Box3, type Vector3 } from 'three';
import { surfaceNets } from 'isosurface';
import { vec, type Field } from './field.ts';

/**
 * Cells to a block's side, and how many half diagonals of a block the surface must be away to be surely out
 * of it.
 */
const BLOCK = 6;
const SURELY = 1.6;

/**
 * The field at every point of a grid, each taken once: block by block, and in blocks that the surface
 * cannot reach only once, for its sign.
 */
function sampled(
  field: Field,
  dims: readonly [number, number, number],
  min: Vector3,
  step: Vector3,
): Float32Array {
  const [nx, ny, nz] = dims.map((n) => n + 1) as [number, number, number];
  const values = new Float32Array(nx * ny * nz);
  const far = (SURELY * BLOCK * step.length()) / 2;
  const p = vec(0, 0, 0);
  const at = (i: number, j: number, k: number): number =>
    field(p.set(min.x + i * step.x, min.y + j * step.y, min.z + k * step.z));
  for (let bk = 0; bk < nz; bk += BLOCK) {
    for (let bj = 0; bj < ny; bj += BLOCK) {
      for (let bi = 0; bi < nx; bi += BLOCK) {
        const middle = at(bi + BLOCK / 2, bj + BLOCK / 2, bk + BLOCK / 2);
        const away = Math.abs(middle) > far;
        for (let k = bk; k < Math.min(nz, bk + BLOCK); k += 1) {
          for (let j = bj; j < Math.min(ny, bj + BLOCK); j += 1) {
            for (let i = bi; i < Math.min(nx, bi + BLOCK); i += 1)
              values[(k * ny + j) * nx + i] = away ? middle : at(i, j, k);
          }
        }
      }
    }
  }
  return values;
}

/** A field's surface as a mesh of cells of `cell` metres, with normals from the field itself. */
export function meshField(field: Field, box: Box3, cell: number): BufferGeometry {
  const size = box.getSize(vec(0, 0, 0));
  const dims = [size.x, size.y, size.z].map((s) => Math.ceil(s / cell) + 2) as [number, number, number];
  const p = vec(0, 0, 0);
  const step = size.clone().divide(vec(...dims));
  const values = sampled(field, dims, box.min, step);
  const [nx, ny] = [dims[0] + 1, dims[1] + 1];
  const index = (value: number, low: number, by: number): number => Math.round((value - low) / by);
  const { positions, cells } = surfaceNets(
    dims,
    (x, y, z) =>
      values[
        (index(z, box.min.z, step.z) * ny + index(y, box.min.y, step.y)) * nx + index(x, box.min.x, step.x)
      ] as number,
    [box.min.toArray(), box.max.toArray()],
  );
  const normals = new Float32Array(positions.length * 3);
  const e = 0.002;
  positions.forEach(([x, y, z], i) => {
    const at = (dx: number, dy: number, dz: number): number => field(p.set(x + dx, y + dy, z + dz));
    const n: Vector3 = vec(
      at(e, 0, 0) - at(-e, 0, 0),
      at(0, e, 0) - at(0, -e, 0),
      at(0, 0, e) - at(0, 0, -e),
    ).normalize();
    normals.set([n.x, n.y, n.z], i * 3);
  });
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(positions.flat()), 3));
  geometry.setAttribute('normal', new BufferAttribute(normals, 3));
  geometry.setIndex(cells.flatMap(([a, b, c]) => [a, b, c]));
  // Surface nets may wind either way: turn the faces to where the field grows.
  const faces = geometry.index as BufferAttribute;
  const corner = (k: number): Vector3 => vec(...(positions[faces.getX(k)] as [number, number, number]));
  const face = corner(1)
    .sub(corner(0))
    .cross(corner(2).sub(corner(0)));
  const first = faces.getX(0) * 3;
  if (
    face.dot(vec(normals[first] as number, normals[first + 1] as number, normals[first + 2] as number)) < 0
  ) {
    for (let k = 0; k < faces.count; k += 3) {
      const b = faces.getX(k + 1);
      faces.setX(k + 1, faces.getX(k + 2));
      faces.setX(k + 2, b);
    }
  }
  return geometry;
}
