/** The PDF package's own fonts, as it ships them; its types leave them out. */
declare module 'pdfmake/fonts/Roboto.js' {
  const fonts: { Roboto: { normal: string; bold: string; italics: string; bolditalics: string } };
  export default fonts;
}
