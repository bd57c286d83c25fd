declare module 'isosurface' {
  export function surfaceNets(
    dims: readonly [number, number, number],
    potential: (x: number, y: number, z: number) => number,
    bounds: readonly [readonly [number, number, number], readonly [number, number, number]],
  ): { positions: [number, number, number][]; cells: [number, number, number][] };
}
