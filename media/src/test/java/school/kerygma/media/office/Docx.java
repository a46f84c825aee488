package school.kerygma.media.office;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.LinkedHashMap;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipOutputStream;

/** Writes DOCX files by hand, with no library that also reads them (ECMA-376). */
final class Docx {

  private Docx() {}

  static Path zip(Path file, Map<String, String> entries) throws IOException {
    try (ZipOutputStream zip = new ZipOutputStream(Files.newOutputStream(file))) {
      for (Map.Entry<String, String> entry : entries.entrySet()) {
        zip.putNextEntry(new ZipEntry(entry.getKey()));
        zip.write(entry.getValue().getBytes(StandardCharsets.UTF_8));
      }
    }
    return file;
  }

  static Path write(Path file, String body, String relations) throws IOException {
    Map<String, String> entries = new LinkedHashMap<>();
    entries.put(
        "[Content_Types].xml",
        "<Types xmlns=\"http://schemas.openxmlformats.org/package/2006/content-types\"><Default Extension=\"rels\" ContentType=\"application/vnd.openxmlformats-package.relationships+xml\"/><Default Extension=\"xml\" ContentType=\"application/xml\"/><Override PartName=\"/word/document.xml\" ContentType=\"application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml\"/></Types>");
    entries.put(
        "_rels/.rels",
        "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\"><Relationship Id=\"r1\" Type=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument\" Target=\"word/document.xml\"/></Relationships>");
    entries.put(
        "word/document.xml",
        "<w:document xmlns:w=\"http://schemas.openxmlformats.org/wordprocessingml/2006/main\" xmlns:r=\"http://schemas.openxmlformats.org/officeDocument/2006/relationships\"><w:body>"
            + body
            + "</w:body></w:document>");
    entries.put(
        "word/_rels/document.xml.rels",
        "<Relationships xmlns=\"http://schemas.openxmlformats.org/package/2006/relationships\">"
            + relations
            + "</Relationships>");
    return zip(file, entries);
  }

  /** The beginning of a table, with widths in twentieths of a point. */
  static String table(boolean ruled, int... widths) {
    StringBuilder begin = new StringBuilder("<w:tbl><w:tblPr><w:tblLayout w:type=\"fixed\"/>");
    if (ruled) {
      begin.append("<w:tblBorders>");
      for (String side : new String[] {"top", "left", "bottom", "right", "insideH", "insideV"}) {
        begin.append("<w:" + side + " w:val=\"single\" w:sz=\"4\"/>");
      }
      begin.append("</w:tblBorders>");
    }
    begin.append("</w:tblPr><w:tblGrid>");
    for (int width : widths) {
      begin.append("<w:gridCol w:w=\"" + width + "\"/>");
    }
    return begin.append("</w:tblGrid>").toString();
  }

  static String row(String... cells) {
    return "<w:tr>" + String.join("", cells) + "</w:tr>";
  }

  static String cell(String text) {
    return cell("", text);
  }

  /** A cell with its properties, as {@code <w:gridSpan w:val="2"/>}. */
  static String cell(String properties, String text) {
    return "<w:tc><w:tcPr>" + properties + "</w:tcPr>" + paragraph(text) + "</w:tc>";
  }

  static String paragraph(String text) {
    return "<w:p><w:r><w:t>" + text + "</w:t></w:r></w:p>";
  }
}
