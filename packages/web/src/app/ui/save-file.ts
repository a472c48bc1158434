/** Hands a file to the browser's own downloads. */
export function saveFile(name: string, type: string, content: string | Blob): void {
  const address = URL.createObjectURL(new Blob([content], { type }));
  const link = document.createElement('a');
  link.href = address;
  link.download = name;
  link.click();
  // The download has begun by the next turn.
  setTimeout(() => URL.revokeObjectURL(address), 0);
}

/** A drawn picture as pixels, twice as fine as the screen. */
export async function pngOf(svg: string, width: number, height: number, paper: string): Promise<Blob> {
  const image = new Image();
  const named = svg.includes('xmlns=') ? svg : svg.replace('<svg', '<svg xmlns="http://www.w3.org/2000/svg"');
  image.src = `data:image/svg+xml;charset=utf-8,${encodeURIComponent(named)}`;
  await image.decode();
  const canvas = document.createElement('canvas');
  [canvas.width, canvas.height] = [2 * width, 2 * height];
  const drawn = canvas.getContext('2d');
  if (drawn === null) throw new Error('this browser draws no pictures');
  drawn.fillStyle = paper;
  drawn.fillRect(0, 0, canvas.width, canvas.height);
  drawn.drawImage(image, 0, 0, canvas.width, canvas.height);
  return new Promise((resolve, reject) =>
    canvas.toBlob(
      (blob) => (blob === null ? reject(new Error('no picture came out')) : resolve(blob)),
      'image/png',
    ),
  );
}
