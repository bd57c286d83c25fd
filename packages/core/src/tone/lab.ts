import { converter, differenceCiede2000, type Lab65 } from 'culori';

/** CIE L*a*b* under D65: L from 0 to 100. */
export interface Lab {
  readonly l: number;
  readonly a: number;
  readonly b: number;
}

const toLab = converter('lab65');
const difference = differenceCiede2000();

/** @param r, g, b sRGB from 0 to 255 */
export function labOf(r: number, g: number, b: number): Lab {
  const lab = toLab({ mode: 'rgb', r: r / 255, g: g / 255, b: b / 255 });
  return { l: lab.l, a: lab.a, b: lab.b };
}

/** @param colour as #RRGGBB */
export function labOfHex(colour: string): Lab {
  const value = Number.parseInt(colour.slice(1), 16);
  return labOf((value >> 16) & 255, (value >> 8) & 255, value & 255);
}

const asLab65 = ({ l, a, b }: Lab): Lab65 => ({ mode: 'lab65', l, a, b });

/** How different two colours look (CIEDE2000): about 1 is just seen, 10 plainly. */
export const colourDifference = (p: Lab, q: Lab): number => difference(asLab65(p), asLab65(q));
