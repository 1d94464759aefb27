/** A PDF of one page with a heading and lines of text, by the least that ISO 32000-1 §7.5 asks of a file. */
export function leaflet(title: string, lines: string[]): Buffer {
  const plain = (text: string) => text.replace(/[^\x20-\x7e]/g, '-').replace(/[\\()]/g, '\\$&')
  const text = [
    'BT /F1 22 Tf 60 770 Td',
    `(${plain(title)}) Tj`,
    '/F1 12 Tf 0 -34 Td 18 TL',
    ...lines.map((line) => `(${plain(line)}) Tj T*`),
    'ET',
  ].join('\n')
  const objects = [
    '<< /Type /Catalog /Pages 2 0 R >>',
    '<< /Type /Pages /Kids [3 0 R] /Count 1 >>',
    '<< /Type /Page /Parent 2 0 R /MediaBox [0 0 595 842] /Resources << /Font << /F1 4 0 R >> >> /Contents 5 0 R >>',
    '<< /Type /Font /Subtype /Type1 /BaseFont /Helvetica >>',
    `<< /Length ${text.length} >>\nstream\n${text}\nendstream`,
  ]
  let file = '%PDF-1.4\n'
  const places = objects.map((object, index) => {
    const place = file.length
    file += `${index + 1} 0 obj\n${object}\nendobj\n`
    return place
  })
  const table = places.map((place) => `${String(place).padStart(10, '0')} 00000 n \n`).join('')
  file += `xref\n0 ${objects.length + 1}\n0000000000 65535 f \n${table}trailer\n<< /Size ${objects.length + 1} /Root 1 0 R >>\nstartxref\n${file.length}\n%%EOF\n`
  return Buffer.from(file, 'latin1')
}
