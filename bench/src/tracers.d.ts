declare module 'imagetracerjs' {
  type Layer = { segments: { x1: number; y1: number }[] }[];
  const tracer: {
    imagedataToTracedata(
      image: { width: number; height: number; data: Uint8ClampedArray },
      options: Record<string, unknown>,
    ): { layers: Layer[] };
  };
  export default tracer;
}

declare module 'potrace' {
  export function posterize(
    image: Buffer,
    options: Record<string, unknown>,
    done: (error: Error | null, svg: string) => void,
  ): void;
}
