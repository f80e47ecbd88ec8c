/** Text as it stands in XML and HTML. @example escaped('a < b') // 'a &lt; b' */
export const escaped = (text: string): string =>
  text.replace(/&/g, '&amp;').replace(/</g, '&lt;').replace(/>/g, '&gt;').replace(/"/g, '&quot;');
