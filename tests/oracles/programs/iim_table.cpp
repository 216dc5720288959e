// Prints libexiv2's table of IIM DataSets, a line each: record dataset min max repeatable
#include <exiv2/exiv2.hpp>
#include <cstdio>

static void print(const Exiv2::DataSet* list) {
  for (; list->number_ != 0xffff; ++list)
    std::printf("%d %d %u %u %d\n", list->recordId_, list->number_, list->minbytes_, list->maxbytes_, list->repeatable_ ? 1 : 0);
}

int main() {
  print(Exiv2::IptcDataSets::envelopeRecordList());
  print(Exiv2::IptcDataSets::application2RecordList());
}
