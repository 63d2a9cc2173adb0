package hopmend.catalog;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.net.URI;
import java.net.URISyntaxException;
import java.nio.file.FileSystem;
import java.nio.file.FileSystems;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Optional;
import java.util.stream.Stream;

/** A place where files of a catalog lie; what is in it tells it itself. */
interface CatalogFiles {
  String ROOT = "/catalog";

  /** The file of this name; empty if there is none. */
  Optional<InputStream> open(String file);

  /** The names of the files of a folder, in the order of the alphabet. */
  List<String> list(String folder);

  /** Those that ship with the product. */
  static CatalogFiles shipped() {
    return new CatalogFiles() {
      @Override
      public Optional<InputStream> open(String file) {
        return Optional.ofNullable(CatalogFiles.class.getResourceAsStream(ROOT + "/" + file));
      }

      @Override
      public List<String> list(String folder) {
        try {
          URI here = CatalogFiles.class.getResource(ROOT + "/traits.yaml").toURI();
          if (!here.getScheme().equals("jar")) {
            return names(Path.of(here).resolveSibling(folder));
          }
          // The jar may lie in another one.
          String inside = here.getRawSchemeSpecificPart();
          Path jar = Path.of(URI.create(inside.substring(0, inside.lastIndexOf("!/"))));
          try (FileSystem files = FileSystems.newFileSystem(jar, (ClassLoader) null)) {
            return names(files.getPath(ROOT, folder));
          }
        } catch (IOException e) {
          throw new UncheckedIOException(folder, e);
        } catch (URISyntaxException e) {
          throw new IllegalStateException(e);
        }
      }
    };
  }

  /** Those of a folder: a shop's own, beside what ships. */
  static CatalogFiles of(Path root) {
    return new CatalogFiles() {
      @Override
      public Optional<InputStream> open(String file) {
        try {
          Path path = root.resolve(file);
          return Files.isRegularFile(path)
              ? Optional.of(Files.newInputStream(path))
              : Optional.empty();
        } catch (IOException e) {
          throw new UncheckedIOException(file, e);
        }
      }

      @Override
      public List<String> list(String folder) {
        return names(root.resolve(folder));
      }
    };
  }

  private static List<String> names(Path folder) {
    if (!Files.isDirectory(folder)) {
      return List.of();
    }
    try (Stream<Path> files = Files.list(folder)) {
      return files
          .map(f -> f.getFileName().toString())
          .filter(f -> f.endsWith(".yaml"))
          .sorted()
          .toList();
    } catch (IOException e) {
      throw new UncheckedIOException(folder.toString(), e);
    }
  }
}
