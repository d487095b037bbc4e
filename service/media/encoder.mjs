/**
 * Makes renditions of a picture, in a process of its own that may be killed: a decoder at work cannot be stopped
 * otherwise. Gets `{ id, file, widths, limits }`, answers `{ id, made }` or `{ id, fault }`.
 */
import sharp from 'sharp';

sharp.concurrency(1);
sharp.cache(false);

async function make({ file, widths, limits }) {
  const source = sharp(file, { limitInputPixels: limits.pixels, failOn: 'error' });
  const { format, width: across = 0, height: down = 0, pages = 1 } = await source.metadata();
  if (format === 'svg' || format === 'pdf') return { fault: 'format' };
  if (Math.max(across, down) > limits.side || across * down * pages > limits.pixels) return { fault: 'size' };
  const upright = sharp(await source.autoOrient().toColourspace('srgb').png({ compressionLevel: 1 }).toBuffer());
  const { width = 0, height = 0 } = await upright.metadata();
  const wanted = [...new Set([...widths.filter((one) => one < width), Math.min(width, Math.max(...widths))])];
  const renditions = [];
  for (const one of wanted)
    renditions.push({
      width: one,
      bytes: await upright.clone().resize({ width: one }).webp({ quality: 80 }).toBuffer(),
    });
  return { made: { width, height, renditions } };
}

process.on('message', (job) => {
  make(job).then(
    (answer) => process.send({ id: job.id, ...answer }),
    () => process.send({ id: job.id, fault: 'format' }),
  );
});
// Whoever started this has gone.
process.on('disconnect', () => process.exit());
