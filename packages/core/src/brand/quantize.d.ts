declare module 'quantize' {
  export default function quantize(
    pixels: [number, number, number][],
    most: number,
  ): { palette(): [number, number, number][] } | false;
}
