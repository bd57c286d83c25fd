import { BufferAttribute, BufferGeometry, type Box3, type Vector3 } from 'three';
import { surfaceNets } from 'isosurface';
import { vec, type Field } from './field.ts';

/** Cells to a block's side, and how many block diagonals away the surface is surely out of a block. */
const BLOCK = 8;
const SURELY = 1.6;

/** The field where the surface may be near; elsewhere the value at the middle of the block, for its sign. */
function nearOnly(field: Field, cell: number): (x: number, y: number, z: number) => number {
  const side = BLOCK * cell;
  const far = SURELY * side * Math.sqrt(3) / 2;
  const known = new Map<string, number>();
  const p = vec(0, 0, 0);
  return (x, y, z) => {
    const [i, j, k] = [Math.floor(x / side), Math.floor(y / side), Math.floor(z / side)];
    const key = `${i},${j},${k}`;
    let middle = known.get(key);
    if (middle === undefined) {
      middle = field(p.set((i + 0.5) * side, (j + 0.5) * side, (k + 0.5) * side));
      known.set(key, middle);
    }
    return Math.abs(middle) > far ? middle : field(p.set(x, y, z));
  };
}

/** A field's surface as a mesh of cells of `cell` metres, with normals from the field itself. */
export function meshField(field: Field, box: Box3, cell: number): BufferGeometry {
  const size = box.getSize(vec(0, 0, 0));
  const dims = [size.x, size.y, size.z].map((s) => Math.ceil(s / cell) + 2) as [number, number, number];
  const p = vec(0, 0, 0);
  const { positions, cells } = surfaceNets(dims, nearOnly(field, cell), [box.min.toArray(), box.max.toArray()]);
  const normals = new Float32Array(positions.length * 3);
  const e = 0.002;
  positions.forEach(([x, y, z], i) => {
    const at = (dx: number, dy: number, dz: number): number => field(p.set(x + dx, y + dy, z + dz));
    const n: Vector3 = vec(at(e, 0, 0) - at(-e, 0, 0), at(0, e, 0) - at(0, -e, 0), at(0, 0, e) - at(0, 0, -e)).normalize();
    normals.set([n.x, n.y, n.z], i * 3);
  });
  const geometry = new BufferGeometry();
  geometry.setAttribute('position', new BufferAttribute(new Float32Array(positions.flat()), 3));
  geometry.setAttribute('normal', new BufferAttribute(normals, 3));
  geometry.setIndex(cells.flatMap(([a, b, c]) => [a, b, c]));
  // Surface nets may wind either way: turn the faces to where the field grows.
  const index = geometry.index as BufferAttribute;
  const corner = (k: number): Vector3 => vec(...(positions[index.getX(k)] as [number, number, number]));
  const face = corner(1).sub(corner(0)).cross(corner(2).sub(corner(0)));
  const first = index.getX(0) * 3;
  if (face.dot(vec(normals[first] as number, normals[first + 1] as number, normals[first + 2] as number)) < 0) {
    for (let k = 0; k < index.count; k += 3) {
      const b = index.getX(k + 1);
      index.setX(k + 1, index.getX(k + 2));
      index.setX(k + 2, b);
    }
  }
  return geometry;
}
