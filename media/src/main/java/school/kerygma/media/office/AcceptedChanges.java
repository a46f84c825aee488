package school.kerygma.media.office;

import java.io.BufferedInputStream;
import java.io.IOException;
import java.io.InputStream;
import java.io.OutputStream;
import java.nio.file.Path;
import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Deque;
import java.util.List;
import java.util.Set;
import javax.xml.stream.XMLEventReader;
import javax.xml.stream.XMLEventWriter;
import javax.xml.stream.XMLInputFactory;
import javax.xml.stream.XMLOutputFactory;
import javax.xml.stream.XMLStreamException;
import javax.xml.stream.events.XMLEvent;
import org.apache.commons.compress.archivers.zip.ZipArchiveEntry;
import org.apache.commons.compress.archivers.zip.ZipArchiveOutputStream;
import org.apache.commons.compress.archivers.zip.ZipFile;

/**
 * Takes the tracked changes of a paper as accepted: what was deleted is not there, what was put in
 * is, and comments are left out. Otherwise a converter shows both: "October 916".
 *
 * <p>ECMA-376, part 1, 17.13 (DOCX); OASIS Open Document 1.3, part 3, 5.5 and 14.1 (ODT).
 */
public final class AcceptedChanges {

  /** A longer text than this, in bytes, is left as it is. */
  private static final long MOST_TEXT = 64L << 20;

  private static final Set<String> GONE =
      Set.of(
          "del",
          "moveFrom",
          "cellDel",
          "rPrChange",
          "pPrChange",
          "sectPrChange",
          "tblPrChange",
          "tblPrExChange",
          "tblGridChange",
          "trPrChange",
          "tcPrChange",
          "numberingChange",
          "moveFromRangeStart",
          "moveFromRangeEnd",
          "moveToRangeStart",
          "moveToRangeEnd",
          "commentRangeStart",
          "commentRangeEnd",
          "commentReference",
          "tracked-changes",
          "change",
          "change-start",
          "change-end",
          "annotation",
          "annotation-end");

  /** What stands in these stays. */
  private static final Set<String> OPENED = Set.of("ins", "moveTo", "cellIns");

  private static final Set<String> COMMENTS =
      Set.of(
          "commentRangeStart",
          "commentRangeEnd",
          "commentReference",
          "annotation",
          "annotation-end");

  private static final Set<String> SPACES =
      Set.of(
          "http://schemas.openxmlformats.org/wordprocessingml/2006/main",
          "http://purl.oclc.org/ooxml/wordprocessingml/main",
          "urn:oasis:names:tc:opendocument:xmlns:text:1.0",
          "urn:oasis:names:tc:opendocument:xmlns:office:1.0");

  private AcceptedChanges() {}

  /**
   * Takes the changes of a paper of a kind as accepted, as far as it is one that can have any.
   *
   * @return whether there were any; a file in which none can be found is read as it is
   */
  public static boolean accept(Path paper, OfficeKind kind, Path to) {
    if (kind != OfficeKind.DOCX && kind != OfficeKind.ODT) {
      return false;
    }
    try {
      return accept(paper, to);
    } catch (IOException e) {
      return false; // LibreOffice says what is wrong with it.
    }
  }

  /**
   * Writes a paper with its changes accepted.
   *
   * @param to where it goes, whether there were changes or not
   * @return whether any text was changed by it; comments alone do not count
   * @throws IOException if the paper cannot be read or is too long
   */
  public static boolean accept(Path paper, Path to) throws IOException {
    boolean changed = false;
    try (ZipFile parts = ZipFile.builder().setPath(paper).get();
        ZipArchiveOutputStream out = new ZipArchiveOutputStream(to)) {
      for (ZipArchiveEntry entry : Collections.list(parts.getEntries())) {
        if (isText(entry.getName())) {
          if (entry.getSize() > MOST_TEXT) {
            throw new IOException("Too much text");
          }
          out.putArchiveEntry(new ZipArchiveEntry(entry.getName()));
          try (InputStream in = new BufferedInputStream(parts.getInputStream(entry))) {
            changed |= accept(in, out);
          }
          out.closeArchiveEntry();
        } else {
          out.addRawArchiveEntry(entry, parts.getRawInputStream(entry));
        }
      }
    } catch (XMLStreamException | IllegalArgumentException e) {
      throw new IOException("No paper of a word processor", e);
    }
    return changed;
  }

  private static boolean isText(String part) {
    return part.equals("content.xml")
        || part.matches("word/(?:document|header\\d*|footer\\d*|footnotes|endnotes)\\.xml");
  }

  /** A table row, or the whole text: what is written of it once it is known to stay. */
  private static final class Part {
    final List<XMLEvent> events = new ArrayList<>();
    boolean deleted;
  }

  private static boolean accept(InputStream in, OutputStream out) throws XMLStreamException {
    XMLInputFactory readers = XMLInputFactory.newDefaultFactory();
    readers.setProperty(XMLInputFactory.SUPPORT_DTD, false);
    readers.setProperty(XMLInputFactory.IS_SUPPORTING_EXTERNAL_ENTITIES, false);
    XMLEventReader reader = readers.createXMLEventReader(in);
    XMLEventWriter writer = XMLOutputFactory.newDefaultFactory().createXMLEventWriter(out, "UTF-8");
    Deque<String> open = new ArrayDeque<>();
    Deque<Part> rows = new ArrayDeque<>();
    boolean changed = false;
    int gone = 0;
    while (reader.hasNext()) {
      XMLEvent event = reader.nextEvent();
      if (event.isStartElement()) {
        String name = name(event);
        boolean isGone = GONE.contains(name);
        changed |= !COMMENTS.contains(name) && (isGone || OPENED.contains(name));
        if (name.equals("del") && "trPr".equals(open.peek()) && gone == 0 && !rows.isEmpty()) {
          rows.getFirst().deleted = true;
        }
        open.push(name);
        if (gone > 0 || isGone) {
          gone++;
        } else if (name.equals("tr")) {
          rows.push(new Part());
        }
      }
      if (gone == 0 && !(isTag(event) && OPENED.contains(name(event)))) {
        if (rows.isEmpty()) {
          writer.add(event);
        } else {
          rows.getFirst().events.add(event);
        }
      }
      if (event.isEndElement()) {
        open.pop();
        if (gone > 0) {
          gone--;
        } else if (name(event).equals("tr") && !rows.isEmpty()) {
          close(rows, writer);
        }
      }
    }
    writer.flush();
    return changed;
  }

  private static void close(Deque<Part> rows, XMLEventWriter writer) throws XMLStreamException {
    Part row = rows.pop();
    if (row.deleted) {
      return;
    }
    if (rows.isEmpty()) {
      for (XMLEvent event : row.events) {
        writer.add(event);
      }
    } else {
      rows.getFirst().events.addAll(row.events);
    }
  }

  private static boolean isTag(XMLEvent event) {
    return event.isStartElement() || event.isEndElement();
  }

  /** The name of an element of a text; nothing of any other. */
  private static String name(XMLEvent event) {
    var name =
        event.isStartElement() ? event.asStartElement().getName() : event.asEndElement().getName();
    return SPACES.contains(name.getNamespaceURI()) ? name.getLocalPart() : "";
  }
}
