import { PerspectiveCamera, Vector3 } from 'three';
import { toRadians } from '@deft/core/geometry';
import { vec } from './field.ts';

/** How much of the picture's width and height the thing fills. */
const FILL = 0.84;

/**
 * A camera that looks at a thing from the given direction so that it fills the picture: moved and
 * drawn back until the box of what is seen lies in the middle.
 * @param points of the thing, metres @param azimuth degrees, from +z towards +x @param pitch degrees above
 * level
 * @param lowest height under which the camera does not go: who looks up stands on the ground
 */
export function framed(
  points: readonly Vector3[],
  azimuth: number,
  pitch: number,
  fov: number,
  aspect: number,
  lowest = -Infinity,
): { camera: PerspectiveCamera; from: Vector3; at: Vector3 } {
  const way = vec(
    Math.sin(toRadians(azimuth)) * Math.cos(toRadians(pitch)),
    Math.sin(toRadians(pitch)),
    Math.cos(toRadians(azimuth)) * Math.cos(toRadians(pitch)),
  );
  const camera = new PerspectiveCamera(fov, aspect, 0.05, 400);
  const at = points.reduce((sum, p) => sum.add(p), vec(0, 0, 0)).divideScalar(points.length);
  let far = (3 * Math.max(...points.map((p) => p.distanceTo(at)))) / Math.tan(toRadians(fov / 2));
  const q = vec(0, 0, 0);
  for (let i = 0; i < 16; i += 1) {
    if (at.y + far * way.y < lowest) {
      const up = Math.max(-0.95, (lowest - at.y) / far);
      way.set(
        Math.sin(toRadians(azimuth)) * Math.sqrt(1 - up * up),
        up,
        Math.cos(toRadians(azimuth)) * Math.sqrt(1 - up * up),
      );
    }
    camera.position.copy(at).addScaledVector(way, far);
    camera.lookAt(at);
    camera.updateMatrixWorld(true);
    let [minX, maxX, minY, maxY] = [Infinity, -Infinity, Infinity, -Infinity];
    for (const p of points) {
      q.copy(p).project(camera);
      [minX, maxX, minY, maxY] = [
        Math.min(minX, q.x),
        Math.max(maxX, q.x),
        Math.min(minY, q.y),
        Math.max(maxY, q.y),
      ];
    }
    const half = far * Math.tan(toRadians(fov / 2));
    const [right, up] = [
      vec(1, 0, 0).applyQuaternion(camera.quaternion),
      vec(0, 1, 0).applyQuaternion(camera.quaternion),
    ];
    at.addScaledVector(right, ((minX + maxX) / 2) * half * aspect).addScaledVector(
      up,
      ((minY + maxY) / 2) * half,
    );
    far *= 1 + 0.8 * (Math.max((maxX - minX) / 2, (maxY - minY) / 2) / FILL - 1);
  }
  camera.position.copy(at).addScaledVector(way, far);
  camera.lookAt(at);
  camera.updateMatrixWorld(true);
  return { camera, from: camera.position.clone(), at };
}
