import { inflateSync } from 'node:zlib';

/** Just enough of PNG (ISO/IEC 15948) to look at a screenshot: 8 bits, with or without alpha, not interlaced. */
export const PNG = {
  read(bytes: Buffer): { data: Uint8ClampedArray; width: number; height: number } {
    const [width, height, colour] = [bytes.readUInt32BE(16), bytes.readUInt32BE(20), bytes[25]];
    const n = colour === 6 ? 4 : 3;
    const parts: Buffer[] = [];
    for (let at = 8; at < bytes.length;) {
      const size = bytes.readUInt32BE(at);
      if (bytes.toString('latin1', at + 4, at + 8) === 'IDAT')
        parts.push(bytes.subarray(at + 8, at + 8 + size));
      at += size + 12;
    }
    const raw = inflateSync(Buffer.concat(parts));
    const row = width * n;
    const plain = new Uint8Array(row * height);
    for (let y = 0; y < height; y++) {
      const filter = raw[y * (row + 1)];
      for (let x = 0; x < row; x++) {
        const left = x >= n ? plain[y * row + x - n]! : 0;
        const up = y > 0 ? plain[(y - 1) * row + x]! : 0;
        const corner = x >= n && y > 0 ? plain[(y - 1) * row + x - n]! : 0;
        plain[y * row + x] = raw[y * (row + 1) + 1 + x]! + predicted(filter, left, up, corner);
      }
    }
    const data = new Uint8ClampedArray(width * height * 4);
    for (let i = 0; i < width * height; i++) {
      for (let c = 0; c < 3; c++) data[i * 4 + c] = plain[i * n + c]!;
      data[i * 4 + 3] = 255;
    }
    return { data, width, height };
  },
};

function predicted(filter: number | undefined, left: number, up: number, corner: number): number {
  switch (filter) {
    case 1:
      return left;
    case 2:
      return up;
    case 3:
      return (left + up) >> 1;
    case 4: {
      const p = left + up - corner;
      const [a, b, c] = [Math.abs(p - left), Math.abs(p - up), Math.abs(p - corner)];
      return a <= b && a <= c ? left : b <= c ? up : corner;
    }
    default:
      return 0;
  }
}
