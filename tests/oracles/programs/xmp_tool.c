/* The XMP toolkit's library as a small program.
 *   xmp_tool dump FILE          a line a node: namespace TAB path TAB value (XMP alone, nothing reconciled)
 *   xmp_tool large FILE BYTES   writes a description of so many letters (extended XMP in JPEG)
 *   xmp_tool write FILE TEXT    sets description, creator, city and headline, as that library does */
#include <exempi/xmp.h>
#include <exempi/xmpconsts.h>
#include <stdio.h>
#include <stdlib.h>
#include <string.h>

static int dump(const char *file) {
  XmpFilePtr f = xmp_files_open_new(file, XMP_OPEN_READ | XMP_OPEN_ONLYXMP);
  if (!f) return 2;
  XmpPtr xmp = xmp_files_get_new_xmp(f);
  if (!xmp) return 3;
  XmpIteratorPtr it = xmp_iterator_new(xmp, NULL, NULL, XMP_ITER_JUSTLEAFNODES);
  XmpStringPtr schema = xmp_string_new(), path = xmp_string_new(), value = xmp_string_new();
  uint32_t options;
  while (xmp_iterator_next(it, schema, path, value, &options))
    printf("%s\t%s\t%s\n", xmp_string_cstr(schema), xmp_string_cstr(path), xmp_string_cstr(value));
  return 0;
}

static int large(const char *file, int bytes) {
  XmpFilePtr f = xmp_files_open_new(file, XMP_OPEN_FORUPDATE);
  if (!f) return 2;
  XmpPtr xmp = xmp_files_get_new_xmp(f);
  if (!xmp) xmp = xmp_new_empty();
  char *text = malloc(bytes + 1);
  memset(text, 'x', bytes);
  text[bytes] = 0;
  xmp_set_property(xmp, NS_PHOTOSHOP, "History", text, 0);
  xmp_set_property(xmp, NS_PHOTOSHOP, "City", "Havnes", 0);
  free(text);
  if (!xmp_files_put_xmp(f, xmp)) return 5;
  return xmp_files_close(f, XMP_CLOSE_SAFEUPDATE) ? 0 : 6;
}

static int edit(const char *file, const char *text) {
  XmpFilePtr f = xmp_files_open_new(file, XMP_OPEN_FORUPDATE);
  if (!f) return 2;
  XmpPtr xmp = xmp_files_get_new_xmp(f);
  if (!xmp) xmp = xmp_new_empty();
  xmp_set_localized_text(xmp, NS_DC, "description", "", "x-default", text, 0);
  xmp_append_array_item(xmp, NS_DC, "creator", XMP_PROP_ARRAY_IS_ORDERED, text, 0);
  xmp_set_property(xmp, NS_PHOTOSHOP, "City", text, 0);
  xmp_set_property(xmp, NS_PHOTOSHOP, "Headline", text, 0);
  if (!xmp_files_can_put_xmp(f, xmp)) return 4;
  if (!xmp_files_put_xmp(f, xmp)) return 5;
  return xmp_files_close(f, XMP_CLOSE_SAFEUPDATE) ? 0 : 6;
}

int main(int argc, char **argv) {
  if (!xmp_init()) return 1;
  int code = argc > 2 && strcmp(argv[1], "dump") == 0 ? dump(argv[2]) : argc > 3 && strcmp(argv[1], "large") == 0 ? large(argv[2], atoi(argv[3])) : argc > 3 ? edit(argv[2], argv[3]) : 64;
  xmp_terminate();
  return code;
}
