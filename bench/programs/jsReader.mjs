// exifr (npm), the fastest JavaScript reader found: Exif, IIM and XMP of every file.
import exifr from 'exifr';

let seen = 0;
for (const file of process.argv.slice(2)) {
  const tags = await exifr.parse(file, { tiff: true, exif: true, gps: true, iptc: true, xmp: true });
  seen += Object.keys(tags ?? {}).length;
}
console.log(seen);
