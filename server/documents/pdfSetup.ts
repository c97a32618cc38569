/** Fonts, colours and manners of every PDF. */
import { createRequire } from 'node:module';
import pdfmake from 'pdfmake';

const require = createRequire(import.meta.url);
const face = (family: string, file: string) => require.resolve(`@fontsource/${family}/files/${file}.woff`);

pdfmake.setFonts({
  Barlow: {
    normal: face('barlow', 'barlow-latin-400-normal'),
    bold: face('barlow', 'barlow-latin-600-normal'),
    italics: face('barlow', 'barlow-latin-400-normal'),
    bolditalics: face('barlow', 'barlow-latin-600-normal'),
  },
  Condensed: {
    normal: face('barlow-condensed', 'barlow-condensed-latin-600-normal'),
    bold: face('barlow-condensed', 'barlow-condensed-latin-600-normal'),
  },
});
// Nothing is fetched from outside while a document is made.
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((file) => file.includes('@fontsource'));

export const INK = '#1C1917';
export const MUTED = '#6B645C';
export const EMBER = '#C8501B';
export const LINE = '#DCD5CB';

export { pdfmake };
