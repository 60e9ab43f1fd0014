import type { Page } from "@playwright/test";

/** A second of moving colour (WebM, silent), recorded by the browser itself. */
export const recordedVideo = async (page: Page): Promise<Buffer> => {
  const bytes = await page.evaluate(async () => {
    const canvas = Object.assign(document.createElement("canvas"), { width: 160, height: 90 });
    const context = canvas.getContext("2d") as CanvasRenderingContext2D;
    const recorder = new MediaRecorder(canvas.captureStream(10), { mimeType: "video/webm" });
    const chunks: Blob[] = [];
    recorder.ondataavailable = ({ data }) => chunks.push(data);
    recorder.start();
    for (let step = 0; step < 10; step += 1) {
      context.fillStyle = `hsl(${step * 36} 60% 30%)`;
      context.fillRect(0, 0, 160, 90);
      await new Promise((done) => setTimeout(done, 100));
    }
    await new Promise((done) => {
      recorder.onstop = done;
      recorder.stop();
    });
    return [...new Uint8Array(await new Blob(chunks).arrayBuffer())];
  });
  return Buffer.from(bytes);
};
