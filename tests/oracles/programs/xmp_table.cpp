// Prints libexiv2's table of XMP properties of the schemas in question, a line each: prefix name value-type
#include <exiv2/exiv2.hpp>
#include <cstdio>

int main() {
  for (const char* prefix : {"dc", "photoshop", "iptc", "iptcExt", "plus", "xmp", "xmpRights", "exif"}) {
    const auto* list = Exiv2::XmpProperties::propertyList(prefix);
    for (; list && list->name_; ++list) std::printf("%s %s %s\n", prefix, list->name_, list->xmpValueType_);
  }
}
