import { say } from "@yarrow-ridge/core/words";
/**
 * Width of a page that a PDF is drawn to, in pixels: enough for a tablet held upright, at twice its
 * points.
 */
const WIDTH = 1600;

export interface Picture {
  readonly picture: File;
  /** What is being done, for the wait. */
  readonly text: string;
}

/**
 * The pages of a file as pictures: a picture is its own page, a PDF is drawn page by page. @throws
 * Error with a sentence
 */
export async function* picturesOf(file: File): AsyncGenerator<Picture> {
  const head = new TextDecoder("latin1").decode(await file.slice(0, 1024).arrayBuffer());
  if (!head.includes("%PDF-")) {
    yield { picture: file, text: say`Bringing ${file.name} …` };
    return;
  }
  const pdf = await import("pdfjs-dist");
  pdf.GlobalWorkerOptions.workerSrc = new URL(
    "pdfjs-dist/build/pdf.worker.min.mjs",
    import.meta.url,
  ).href;
  const loading = pdf.getDocument({
    data: await file.arrayBuffer(),
    isEvalSupported: false,
    useSystemFonts: true,
  });
  const document = await loading.promise.catch(() => {
    throw new Error(
      say`${file.name} is a PDF that cannot be opened; it may be damaged or locked. Save its pages
        as pictures and bring those.`,
    );
  });
  const name = file.name.replace(/\.pdf$/i, "");
  try {
    for (let number = 1; number <= document.numPages; number++) {
      const page = await document.getPage(number);
      const viewport = page.getViewport({ scale: WIDTH / page.getViewport({ scale: 1 }).width });
      const canvas = new OffscreenCanvas(Math.round(viewport.width), Math.round(viewport.height));
      const context = canvas.getContext("2d")!;
      await page.render({
        canvasContext: context as unknown as CanvasRenderingContext2D,
        viewport,
        background: "white",
      }).promise;
      const blob = await canvas.convertToBlob({ type: "image/png" });
      yield {
        picture: new File([blob], `${name}, page ${number}.png`, { type: "image/png" }),
        text: say`${name}: page ${number} of ${document.numPages} …`,
      };
    }
  } finally {
    await loading.destroy();
  }
}
