/**
 * Makes renditions of a picture, in a process of its own that may be killed: a decoder at work cannot be stopped
 * otherwise. Gets `{ id, file, widths, formats, limits, isDrawing }`, answers `{ id, made }` or `{ id, fault }`.
 */
import sharp from 'sharp';
import { safeDrawing } from '../dist/media/svg.js';

sharp.concurrency(1);
sharp.cache(false);

const ENCODERS = {
  webp: (picture) => picture.webp({ quality: 80 }),
  jpeg: (picture) => picture.jpeg({ quality: 80, progressive: true }),
  png: (picture) => picture.png({ palette: true }),
  // More effort makes files a tenth smaller, and takes six times as long.
  avif: (picture) => picture.avif({ quality: 60, effort: 2 }),
};

async function make({ file: given, widths, formats, limits, isDrawing }) {
  const drawing = isDrawing ? safeDrawing(Buffer.from(given).toString('utf8')) : undefined;
  if (drawing === null) return { fault: 'format' };
  if (drawing === 'size') return { fault: 'size' };
  const file = drawing ? Buffer.from(drawing.svg) : given;
  const source = sharp(file, { limitInputPixels: limits.pixels, failOn: 'error' });
  const { format, width = 0, height = 0, pages = 1, autoOrient } = await source.metadata();
  if (format === 'pdf') return { fault: 'format' };
  if (Math.max(width, height) > limits.side || width * height * pages > limits.pixels) return { fault: 'size' };
  // Decoded once; every width is made from the widest.
  const widest = source
    .autoOrient()
    .toColourspace('srgb')
    .resize({ width: Math.max(...widths), withoutEnlargement: true });
  const { data, info } = await widest.raw({ depth: 'uchar' }).toBuffer({ resolveWithObject: true });
  const pixels = () => sharp(data, { raw: { width: info.width, height: info.height, channels: info.channels } });
  const { isOpaque } = await pixels().stats();
  const made = formats.map((one) => (one === 'plain' ? (isOpaque ? 'jpeg' : 'png') : one));
  const renditions = [];
  for (const one of [...widths.filter((each) => each < info.width), info.width])
    for (const name of made)
      renditions.push({
        format: name,
        width: one,
        bytes: await ENCODERS[name](pixels().resize({ width: one })).toBuffer(),
      });
  return { made: { width: autoOrient.width ?? width, height: autoOrient.height ?? height, renditions, drawing } };
}

process.on('message', (job) => {
  make(job).then(
    (answer) => process.send({ id: job.id, ...answer }),
    () => process.send({ id: job.id, fault: 'format' }),
  );
});
// Whoever started this has gone.
process.on('disconnect', () => process.exit());
