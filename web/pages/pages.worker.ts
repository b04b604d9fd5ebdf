import { expose } from "comlink";
import { findBars, type FoundSystem } from "@yarrow-ridge/core/pages";

/** Wide enough to tell staff lines apart, in pixels; larger pictures are made smaller first. */
const WIDTH = 1600;

const finder = {
  /** Systems and bars on a picture. */
  find: async (picture: Blob): Promise<FoundSystem[]> => {
    const bitmap = await createImageBitmap(picture);
    const scale = Math.min(1, WIDTH / bitmap.width);
    const [width, height] = [
      Math.max(1, Math.round(bitmap.width * scale)),
      Math.max(1, Math.round(bitmap.height * scale)),
    ];
    const context = new OffscreenCanvas(width, height).getContext("2d", {
      willReadFrequently: true,
    })!;
    context.fillStyle = "white";
    context.fillRect(0, 0, width, height);
    context.drawImage(bitmap, 0, 0, width, height);
    const { data } = context.getImageData(0, 0, width, height);
    // luma of ITU-R BT.601
    const grey = Uint8Array.from(
      { length: width * height },
      (_, i) => 0.299 * data[i * 4]! + 0.587 * data[i * 4 + 1]! + 0.114 * data[i * 4 + 2]!,
    );
    return findBars({ width, height, grey });
  },
};

export type Finder = typeof finder;

expose(finder);
