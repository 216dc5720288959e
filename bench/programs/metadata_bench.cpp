// libexiv2 as a yardstick.
//   metadata_bench read FILE...        reads Exif, IIM and XMP of every file and looks at each value
//   metadata_bench write TEXT FILE...  writes the fields of bench/template.json into every file
#include <exiv2/exiv2.hpp>
#include <cstdio>
#include <cstring>
#include <string>

static size_t seen = 0;

static void readOne(const char* file) {
  auto image = Exiv2::ImageFactory::open(file);
  image->readMetadata();
  for (const auto& one : image->exifData()) seen += one.count();
  for (const auto& one : image->iptcData()) seen += one.toString().size();
  for (const auto& one : image->xmpData()) seen += one.toString().size();
}

static void writeOne(const char* file, const std::string& text) {
  auto image = Exiv2::ImageFactory::open(file);
  image->readMetadata();
  auto& exif = image->exifData();
  auto& iptc = image->iptcData();
  auto& xmp = image->xmpData();
  exif["Exif.Image.Artist"] = "Aune Pell";
  exif["Exif.Image.Copyright"] = "(c) 2026 Aune Pell, all rights reserved";
  exif["Exif.Image.ImageDescription"] = "Two shipwrights bend the first plank round the turn of the bilge. " + text;
  iptc["Iptc.Envelope.CharacterSet"] = "\033%G";
  const char* pairs[][3] = {
      {"Iptc.Application2.Byline", "Xmp.dc.creator", "Aune Pell"},
      {"Iptc.Application2.BylineTitle", "Xmp.photoshop.AuthorsPosition", "Staff photographer"},
      {"Iptc.Application2.Credit", "Xmp.photoshop.Credit", "Tarn & Tide"},
      {"Iptc.Application2.Source", "Xmp.photoshop.Source", "Tarn & Tide archive"},
      {"Iptc.Application2.Headline", "Xmp.photoshop.Headline", "The ketch takes the water"},
      {"Iptc.Application2.ObjectName", "Xmp.dc.title", "kt24-0415"},
      {"Iptc.Application2.City", "Xmp.photoshop.City", "Havnes"},
      {"Iptc.Application2.SubLocation", "Xmp.iptc.Location", "Slipway 2, Pellvik yard"},
      {"Iptc.Application2.ProvinceState", "Xmp.photoshop.State", "Ytterland"},
      {"Iptc.Application2.CountryName", "Xmp.photoshop.Country", "Norway"},
      {"Iptc.Application2.CountryCode", "Xmp.iptc.CountryCode", "NOR"},
      {"Iptc.Application2.SpecialInstructions", "Xmp.photoshop.Instructions", "Not before the launch."},
      {"Iptc.Application2.Writer", "Xmp.photoshop.CaptionWriter", "Aune Pell"},
      {"Iptc.Application2.TransmissionReference", "Xmp.photoshop.TransmissionReference", "kt-2026-04"},
      {"Iptc.Application2.Copyright", "Xmp.dc.rights", "(c) 2026 Aune Pell, all rights reserved"}};
  for (auto& one : pairs) {
    iptc[one[0]] = one[2];
    auto held = xmp.findKey(Exiv2::XmpKey(one[1]));
    if (held != xmp.end()) xmp.erase(held);
    xmp[one[1]] = one[2];
  }
  const std::string caption = "Two shipwrights bend the first plank round the turn of the bilge. " + text;
  iptc["Iptc.Application2.Caption"] = caption;
  xmp["Xmp.dc.description"] = caption;
  xmp["Xmp.xmpRights.Marked"] = "True";
  xmp["Xmp.xmpRights.UsageTerms"] = "No use without written permission.";
  xmp["Xmp.xmpRights.WebStatement"] = "https://tarnandtide.example/rights";
  xmp["Xmp.iptc.CreatorContactInfo/Iptc4xmpCore:CiEmailWork"] = "desk@tarnandtide.example";
  xmp["Xmp.iptc.CreatorContactInfo/Iptc4xmpCore:CiTelWork"] = "+47 555 01 77";
  xmp["Xmp.iptc.CreatorContactInfo/Iptc4xmpCore:CiUrlWork"] = "https://tarnandtide.example";
  xmp["Xmp.iptcExt.DigitalSourceType"] = "http://cv.iptc.org/newscodes/digitalsourcetype/digitalCapture";
  xmp["Xmp.iptcExt.Event"] = "Relaunch of the ketch";
  Exiv2::IptcKey keywords("Iptc.Application2.Keywords");
  for (auto at = iptc.findKey(keywords); at != iptc.end(); at = iptc.findKey(keywords)) iptc.erase(at);
  auto old = xmp.findKey(Exiv2::XmpKey("Xmp.dc.subject"));
  if (old != xmp.end()) xmp.erase(old);
  auto bag = Exiv2::Value::create(Exiv2::xmpBag);
  for (const char* word : {"ketch", "launch", "boatyard", "planking"}) {
    auto value = Exiv2::Value::create(Exiv2::string);
    value->read(word);
    iptc.add(keywords, value.get());
    bag->read(word);
  }
  xmp.add(Exiv2::XmpKey("Xmp.dc.subject"), bag.get());
  image->writeMetadata();
}

int main(int argc, char** argv) {
  Exiv2::XmpParser::initialize();
  const bool writes = argc > 2 && std::strcmp(argv[1], "write") == 0;
  for (int i = writes ? 3 : 2; i < argc; ++i) {
    try {
      if (writes) writeOne(argv[i], argv[2]);
      else readOne(argv[i]);
    } catch (const std::exception& error) {
      std::fprintf(stderr, "%s: %s\n", argv[i], error.what());
      return 1;
    }
  }
  std::printf("%zu\n", seen);
  return 0;
}
