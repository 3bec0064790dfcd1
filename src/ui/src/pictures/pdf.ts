import { getDocument, GlobalWorkerOptions, type PDFDocumentProxy } from 'pdfjs-dist';
import worker from 'pdfjs-dist/build/pdf.worker.min.mjs?url';

GlobalWorkerOptions.workerSrc = worker;

/** The pages of a PDF, drawn as pictures: nothing that it holds is run, and nothing is looked up elsewhere. */
export class Pdf {
  private constructor(private readonly document: PDFDocumentProxy) {}

  static async open(address: string): Promise<Pdf> {
    // What was just chosen from one's own disk comes as a data address, which a page may not fetch.
    const data = /^data:[^,]*;base64,(.*)$/s.exec(address)?.[1];
    const from = data ? { data: Uint8Array.from(atob(data), (c) => c.charCodeAt(0)) } : { url: address };
    return new Pdf(await getDocument({ ...from, enableXfa: false, useWasm: false }).promise);
  }

  get pages(): number {
    return this.document.numPages;
  }

  /** Draws a page so that it is as wide as asked for, in pixels of the page. */
  async draw(page: number, canvas: HTMLCanvasElement, width: number): Promise<void> {
    const shown = await this.document.getPage(page);
    const plain = shown.getViewport({ scale: 1 });
    const viewport = shown.getViewport({ scale: (width * devicePixelRatio) / plain.width });
    canvas.width = Math.floor(viewport.width);
    canvas.height = Math.floor(viewport.height);
    canvas.style.width = `${width}px`;
    await shown.render({ canvas, viewport }).promise;
  }

  close(): void {
    void this.document.loadingTask.destroy();
  }
}
