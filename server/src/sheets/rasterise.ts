/** A page of a PDF as pixels: RGBA, row by row. */
export type PageImage = {
  width: number;
  height: number;
  data: Uint8ClampedArray;
  png: () => Promise<Uint8Array>;
};

/** A PDF opened to be turned into pictures, page by page. */
export type OpenPdf = {
  pages: number;
  page: (index: number, ppi: number) => Promise<PageImage>;
  close: () => Promise<void>;
};

/**
 * Opens a PDF. What reads and paints it is loaded here: it takes a while, and few runs need it.
 *
 * @throws Error when it is none
 */
export async function openPdf(bytes: Uint8Array): Promise<OpenPdf> {
  const [{ createCanvas }, { getDocument }] = await Promise.all([
    import('@napi-rs/canvas'),
    import('pdfjs-dist/legacy/build/pdf.mjs'),
  ]);
  const task = getDocument({ data: Uint8Array.from(bytes), verbosity: 0, isEvalSupported: false });
  const pdf = await task.promise;
  return {
    pages: pdf.numPages,
    page: async (index, ppi) => {
      const page = await pdf.getPage(index + 1);
      const viewport = page.getViewport({ scale: ppi / 72 });
      const width = Math.max(1, Math.round(viewport.width));
      const height = Math.max(1, Math.round(viewport.height));
      const canvas = createCanvas(width, height);
      const context = canvas.getContext('2d');
      context.fillStyle = '#fff';
      context.fillRect(0, 0, width, height);
      // The canvas here stands in for the browser's, which the types ask for.
      await page.render({ canvas: null, canvasContext: context as never, viewport }).promise;
      page.cleanup();
      const { data } = context.getImageData(0, 0, width, height);
      return { width, height, data, png: () => canvas.encode('png') };
    },
    close: () => task.destroy(),
  };
}
