/** The part of pdfmake's server interface that is used here; the package ships no types of its own. */
declare module 'pdfmake' {
  interface PdfMake {
    setFonts(fonts: Record<string, Partial<Record<'normal' | 'bold' | 'italics' | 'bolditalics', string>>>): void;
    setLocalAccessPolicy(allow: (file: string) => boolean): void;
    setUrlAccessPolicy(allow: (url: string) => boolean): void;
    createPdf(definition: Record<string, unknown>): { getBuffer(): Promise<Buffer> };
  }
  const pdfmake: PdfMake;
  export default pdfmake;
}
