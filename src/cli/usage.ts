export const usage = `Fabrica on the command line, without server or database.

  fabrica read FILE… [--json]
      What files say about themselves: fields with their origin, disagreements, problems.
      --json            one JSON object a line

  fabrica embed --template FILE [more] FILE…
      Embeds a template: Fabrica's JSON (schema/template.schema.json) or an XMP file.
      --template FILE   may be given several times; they are applied in order
      --keywords "a, b" added to the keywords
      --fact NAME=VALUE a fact for placeholders; may be given several times
      --in-place        change the files themselves
      --to DIR          write copies into DIR; a name that is taken is not overwritten
      --dng-sidecar     leave DNG files as they are and write a sidecar
      --date-original   write Date Created into Exif DateTimeOriginal too
      --replace-unreadable  write a record new that cannot be read to its end,
                        from what could be read; the rest of it is lost
      --break-provenance    write into files whose signed provenance (C2PA) breaks by it
      --lose-jpeg       write into JPEG XL from which its JPEG can then not be restored
      --give-up-rights  take a template that says public domain or CC0: it cannot be
                        called back
      --others leave|fill|write  files that state somebody else as maker or owner:
                        left alone (the default), filled only where they are empty
                        (creator, contact and rights all or none), or written
      --jobs N          files at a time (default: 8)
      --json            outcomes as JSON, one object a line

  fabrica fields [--json]
      Every field with its standard name, XMP property, IIM DataSet and Exif tag.

Ends with 0 when all went well, 1 when some files failed, 2 when the command was not understood.`;

/** A command that cannot be understood: told with the usage, exit code 2. */
export class UsageError extends Error {}
