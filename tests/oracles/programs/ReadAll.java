import com.adobe.xmp.XMPIterator;
import com.adobe.xmp.properties.XMPPropertyInfo;
import com.drew.imaging.ImageMetadataReader;
import com.drew.metadata.Directory;
import com.drew.metadata.Metadata;
import com.drew.metadata.StringValue;
import com.drew.metadata.Tag;
import com.drew.metadata.iptc.IptcDirectory;
import com.drew.metadata.xmp.XmpDirectory;
import java.io.File;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;

/** metadata-extractor as a small program: every value of each file, a line a value, after a line with the file's name. */
public class ReadAll {
  public static void main(String[] files) throws Exception {
    PrintStream out = new PrintStream(System.out, true, "UTF-8");
    for (String file : files) {
      out.println("FILE\t" + file);
      Metadata metadata = ImageMetadataReader.readMetadata(new File(file));
      for (Directory directory : metadata.getDirectories()) {
        for (String error : directory.getErrors()) out.println("ERROR\t" + error);
        if (directory instanceof XmpDirectory) {
          XMPIterator properties = ((XmpDirectory) directory).getXMPMeta().iterator();
          while (properties.hasNext()) {
            XMPPropertyInfo one = (XMPPropertyInfo) properties.next();
            if (one.getValue() != null) out.println("XMP\t" + one.getPath() + "\t" + flat(one.getValue()));
          }
          continue;
        }
        for (Tag tag : directory.getTags()) {
          Object value = directory.getObject(tag.getTagType());
          String name = directory instanceof IptcDirectory ? "IIM" : directory.getName();
          out.println(name + "\t" + tag.getTagType() + "\t" + flat(text(value)));
        }
      }
    }
  }

  private static String text(Object value) {
    if (value instanceof StringValue)
      return new String(((StringValue) value).getBytes(), StandardCharsets.UTF_8);
    if (value instanceof byte[]) {
      byte[] bytes = (byte[]) value;
      return new String(bytes, StandardCharsets.UTF_8) + " " + new String(bytes, StandardCharsets.UTF_16LE);
    }
    if (value instanceof Object[]) {
      StringBuilder all = new StringBuilder();
      for (Object one : (Object[]) value) all.append(text(one)).append(" | ");
      return all.toString();
    }
    return String.valueOf(value);
  }

  private static String flat(String text) {
    return text.replace("\n", "\\n").replace("\0", "");
  }
}
