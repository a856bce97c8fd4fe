import java.io.IOException;
import java.lang.classfile.ClassElement;
import java.lang.classfile.ClassFile;
import java.lang.classfile.ClassFileVersion;
import java.lang.classfile.ClassHierarchyResolver;
import java.lang.classfile.ClassModel;
import java.lang.classfile.CodeModel;
import java.lang.classfile.MethodElement;
import java.lang.classfile.MethodModel;
import java.net.URL;
import java.net.URLClassLoader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import java.util.zip.ZipOutputStream;

/// What the build does to what ships so that the program starts sooner. Run by the build of `desktop`.
///
///     java Prepare.java styles FOLDER            writes FILE.bss beside each FILE.css: the style sheet as the toolkit
/// keeps it once parsed java Prepare.java classes LIBRARY.jar gives old class files the version and the stack maps
/// that an ahead-of-time cache asks for
public final class Prepare {
    /// Of Java 8. The virtual machine keeps no class in its cache that is older than 50.
    private static final int VERSION = 52;
    private static final int PLACE_OF_VERSION = 6;

    public static void main(String[] arguments) throws Exception {
        switch (arguments[0]) {
            case "styles" -> styles(Path.of(arguments[1]));
            case "classes" -> classes(Path.of(arguments[1]));
            default -> throw new IllegalArgumentException("neither styles nor classes: " + arguments[0]);
        }
    }

    private static void styles(Path folder) throws IOException, ReflectiveOperationException {
        // By its name, since the other half of this program runs without the toolkit.
        var convert = Class.forName("javafx.css.Stylesheet")
                .getMethod("convertToBinary", java.io.File.class, java.io.File.class);
        try (var sheets = Files.newDirectoryStream(folder, "*.css")) {
            for (Path sheet : sheets) {
                Path parsed =
                        sheet.resolveSibling(sheet.getFileName().toString().replace(".css", ".bss"));
                convert.invoke(null, sheet.toFile(), parsed.toFile());
            }
        }
    }

    private static void classes(Path library) throws IOException {
        Path made = library.resolveSibling(library.getFileName() + ".new");
        try (var loader = new URLClassLoader(new URL[] {library.toUri().toURL()}, null);
                var in = new ZipInputStream(Files.newInputStream(library));
                var out = new ZipOutputStream(Files.newOutputStream(made))) {
            ClassFile files = ClassFile.of(
                    ClassFile.StackMapsOption.GENERATE_STACK_MAPS,
                    ClassFile.ClassHierarchyResolverOption.of(ClassHierarchyResolver.ofResourceParsing(loader)
                            .orElse(ClassHierarchyResolver.defaultResolver())));
            for (ZipEntry entry = in.getNextEntry(); entry != null; entry = in.getNextEntry()) {
                byte[] bytes = in.readAllBytes();
                boolean old = entry.getName().endsWith(".class") && version(bytes) < VERSION;
                var copy = new ZipEntry(entry.getName());
                copy.setTimeLocal(entry.getTimeLocal());
                out.putNextEntry(copy);
                out.write(old ? newer(files, files.parse(bytes)) : bytes);
            }
        }
        Files.move(made, library, StandardCopyOption.REPLACE_EXISTING);
    }

    private static int version(byte[] file) {
        return (file[PLACE_OF_VERSION] & 0xff) << 8 | file[PLACE_OF_VERSION + 1] & 0xff;
    }

    /// Built anew, method by method: code that is only copied keeps no stack map.
    private static byte[] newer(ClassFile files, ClassModel old) {
        return files.build(old.thisClass().asSymbol(), made -> {
            made.withVersion(VERSION, 0);
            for (ClassElement element : old) {
                if (element instanceof MethodModel method) {
                    made.withMethod(
                            method.methodName().stringValue(),
                            method.methodTypeSymbol(),
                            method.flags().flagsMask(),
                            copied -> {
                                for (MethodElement part : method) {
                                    if (part instanceof CodeModel code) {
                                        copied.withCode(body -> code.forEach(body::with));
                                    } else {
                                        copied.with(part);
                                    }
                                }
                            });
                } else if (!(element instanceof ClassFileVersion)) {
                    made.with(element);
                }
            }
        });
    }
}
