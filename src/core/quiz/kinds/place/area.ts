import { boolean, number, object, string } from 'yup';

/** A place on a picture, in thousandths of its width and its height. */
export type Point = { readonly x: number; readonly y: number };
/** A box, or the ellipse within it. */
export type Area = Point & {
  readonly id: string;
  readonly name: string;
  readonly right: boolean;
  readonly shape: (typeof shapes)[number];
  readonly width: number;
  readonly height: number;
};
export const shapes = ['box', 'ellipse'] as const;

const thousandth = () => number().integer().min(0).max(1000).required();

export const pointSchema = object({ x: thousandth(), y: thousandth() }).noUnknown();
export const areaSchema = object({
  id: string().max(40).required(),
  name: string().max(200, 'Keep the name of an area under 200 characters.').defined(),
  right: boolean().required(),
  shape: string().oneOf(shapes).required(),
  x: thousandth(),
  y: thousandth(),
  width: thousandth(),
  height: thousandth(),
}).noUnknown();

/** Whether an area holds a point, its edge included. */
export function holds({ shape, x, y, width, height }: Area, point: Point): boolean {
  if (shape === 'box') return point.x >= x && point.x <= x + width && point.y >= y && point.y <= y + height;
  // In whole numbers, so that the edge is decided exactly: ((px-cx)/rx)² + ((py-cy)/ry)² <= 1, each side doubled.
  const [dx, dy] = [2 * (point.x - x) - width, 2 * (point.y - y) - height];
  if (width === 0 || height === 0) return dx === 0 && dy === 0;
  return dx * dx * height * height + dy * dy * width * width <= width * width * height * height;
}
