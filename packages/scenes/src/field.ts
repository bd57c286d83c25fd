import { Matrix3, Vector3 } from 'three';

/** Signed distance to a body in metres: negative inside. */
export type Field = (p: Vector3) => number;

export const vec = (x: number, y: number, z: number): Vector3 => new Vector3(x, y, z);

/** A round cone: a sphere of radius `ra` at `a` swept to one of `rb` at `b` (Quilez's exact form). */
export function roundCone(a: Vector3, b: Vector3, ra: number, rb: number): Field {
  const ba = b.clone().sub(a);
  const l2 = ba.lengthSq();
  const rr = ra - rb;
  const a2 = l2 - rr * rr;
  const il2 = 1 / l2;
  const pa = vec(0, 0, 0);
  const x = vec(0, 0, 0);
  return (p) => {
    pa.copy(p).sub(a);
    const y = pa.dot(ba);
    const z = y - l2;
    x.copy(pa).multiplyScalar(l2).addScaledVector(ba, -y);
    const x2 = x.lengthSq();
    const y2 = y * y * l2;
    const z2 = z * z * l2;
    const k = Math.sign(rr) * rr * rr * x2;
    if (Math.sign(z) * a2 * z2 > k) return Math.sqrt(x2 + z2) * il2 - rb;
    if (Math.sign(y) * a2 * y2 < k) return Math.sqrt(x2 + y2) * il2 - ra;
    return (Math.sqrt(x2 * a2 * il2) + y * rr) * il2 - ra;
  };
}

/** An ellipsoid with half-axes `r` along the columns of `frame`; distance to first order. */
export function ellipsoid(centre: Vector3, r: Vector3, frame = new Matrix3()): Field {
  const inverse = frame.clone().transpose();
  const q = vec(0, 0, 0);
  return (p) => {
    q.copy(p).sub(centre).applyMatrix3(inverse);
    const k0 = Math.hypot(q.x / r.x, q.y / r.y, q.z / r.z);
    const k1 = Math.hypot(q.x / (r.x * r.x), q.y / (r.y * r.y), q.z / (r.z * r.z));
    return k1 > 0 ? (k0 * (k0 - 1)) / k1 : -Math.min(r.x, r.y, r.z);
  };
}

/** Bodies of which the nearest counts: for links that meet in a shared ball. */
export const nearest =
  (...fields: readonly Field[]): Field =>
  (p) =>
    Math.min(...fields.map((field) => field(p)));

/** Bodies run together over a width of `k` metres (polynomial smooth minimum). */
export function together(k: number, ...fields: readonly Field[]): Field {
  return (p) => {
    let d = Infinity;
    for (const field of fields) {
      const e = field(p);
      if (d === Infinity) d = e;
      else {
        const h = Math.max(k - Math.abs(d - e), 0) / k;
        d = Math.min(d, e) - h * h * k * 0.25;
      }
    }
    return d;
  };
}

/** A right-handed frame from a sideways and an upward direction, as columns side, up, forward. */
export function frameOf(side: Vector3, up: Vector3): Matrix3 {
  const x = side.clone().normalize();
  const z = x.clone().cross(up).normalize();
  const y = z.clone().cross(x);
  return new Matrix3(x.x, y.x, z.x, x.y, y.y, z.y, x.z, y.z, z.z);
}

/** A body with others cut out of it over a width of `k` metres. */
export function cut(k: number, from: Field, ...others: readonly Field[]): Field {
  return (p) => {
    let d = from(p);
    for (const other of others) {
      const e = -other(p);
      const h = Math.max(k - Math.abs(d - e), 0) / k;
      d = Math.max(d, e) + h * h * k * 0.25;
    }
    return d;
  };
}
