package zephyrridge.server.web;

import com.sun.source.doctree.DocCommentTree;
import com.sun.source.doctree.DocTree;
import com.sun.source.doctree.LinkTree;
import com.sun.source.doctree.LiteralTree;
import com.sun.source.doctree.ParamTree;
import com.sun.source.doctree.ReturnTree;
import com.sun.source.doctree.TextTree;
import com.sun.source.doctree.ValueTree;
import com.sun.source.tree.ClassTree;
import com.sun.source.tree.CompilationUnitTree;
import com.sun.source.tree.MethodTree;
import com.sun.source.tree.Tree;
import com.sun.source.tree.VariableTree;
import com.sun.source.util.DocTrees;
import com.sun.source.util.JavacTask;
import com.sun.source.util.TreePathScanner;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.tools.JavaCompiler;
import javax.tools.StandardJavaFileManager;
import javax.tools.ToolProvider;

/** What the comments in the sources say of types, their components, and methods: the API document says the same. */
final class SourceDocs {
    /** "Of one; {@code other} of the other": one tag that tells of several. */
    private static final Pattern OTHER = Pattern.compile("[;,.] (?:and )?`(\\w+)`(?:, `(\\w+)`)? ");

    /** @param parts what it says of each parameter or component; {@code gives} of what comes back, "" where nothing */
    record Doc(String text, Map<String, String> parts, String gives) {}

    private final Map<String, Doc> docs = new HashMap<>();
    private final Map<String, String> constants = new HashMap<>();

    /** Reads every source below these folders. */
    SourceDocs(Path... roots) {
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        try (StandardJavaFileManager files = compiler.getStandardFileManager(null, null, null)) {
            JavacTask task = (JavacTask) compiler.getTask(
                    null, files, null, List.of("-proc:none"), null, files.getJavaFileObjectsFromPaths(sources(roots)));
            DocTrees trees = DocTrees.instance(task);
            for (CompilationUnitTree unit : task.parse()) {
                new Reader(trees, unit.getPackageName().toString()).scan(unit, null);
            }
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        }
    }

    private static List<Path> sources(Path... roots) throws IOException {
        List<Path> all = new java.util.ArrayList<>();
        for (Path root : roots) {
            try (Stream<Path> files = Files.walk(root)) {
                files.filter(f -> f.toString().endsWith(".java")).forEach(all::add);
            }
        }
        return all;
    }

    Optional<Doc> of(Class<?> type) {
        return Optional.ofNullable(docs.get(type.getCanonicalName()));
    }

    /** One of a method's, by name: no two endpoints of a controller that say different things share one. */
    Optional<Doc> of(Class<?> type, String method) {
        return Optional.ofNullable(docs.get(type.getCanonicalName() + "#" + method));
    }

    private final class Reader extends TreePathScanner<Void, Void> {
        private final DocTrees trees;
        private String type;

        Reader(DocTrees trees, String inPackage) {
            this.trees = trees;
            this.type = inPackage;
        }

        @Override
        public Void visitClass(ClassTree tree, Void none) {
            String outer = type;
            type = outer + "." + tree.getSimpleName();
            // Before its own comment, which may name their values.
            tree.getMembers().forEach(this::constant);
            keep(type);
            super.visitClass(tree, none);
            type = outer;
            return null;
        }

        private void constant(Tree member) {
            if (member instanceof VariableTree v && v.getInitializer() != null) {
                constants.put(v.getName().toString(), v.getInitializer().toString());
            }
        }

        @Override
        public Void visitMethod(MethodTree tree, Void none) {
            keep(type + "#" + tree.getName());
            return super.visitMethod(tree, none);
        }

        private void keep(String name) {
            DocCommentTree comment = trees.getDocCommentTree(getCurrentPath());
            if (comment == null) {
                return;
            }
            Map<String, String> parts = new HashMap<>();
            String gives = "";
            for (DocTree tag : comment.getBlockTags()) {
                if (tag instanceof ParamTree p && !p.isTypeParameter()) {
                    split(p.getName().getName().toString(), plain(p.getDescription()), parts);
                } else if (tag instanceof ReturnTree r) {
                    gives = plain(r.getDescription());
                }
            }
            docs.putIfAbsent(
                    name, new Doc(plain(comment.getFullBody()).replace("`", ""), parts, gives.replace("`", "")));
        }
    }

    private static void split(String first, String text, Map<String, String> parts) {
        Matcher m = OTHER.matcher(text);
        List<String> names = List.of(first);
        int from = 0;
        while (m.find()) {
            put(names, text.substring(from, m.start()), parts);
            names = m.group(2) == null ? List.of(m.group(1)) : List.of(m.group(1), m.group(2));
            from = m.end();
        }
        put(names, text.substring(from), parts);
    }

    private static void put(List<String> names, String text, Map<String, String> parts) {
        names.forEach(n -> parts.put(n, text.replace("`", "").strip()));
    }

    /** As text, what stood in code between backquotes. */
    private String plain(List<? extends DocTree> trees) {
        return trees.stream()
                .map(this::plain)
                .collect(Collectors.joining())
                .replaceAll("\\s+", " ")
                .strip();
    }

    private String plain(DocTree tree) {
        if (tree instanceof TextTree t) {
            return t.getBody();
        }
        if (tree instanceof LiteralTree l) {
            return "`" + l.getBody().getBody() + "`";
        }
        if (tree instanceof LinkTree l) {
            String signature = l.getReference().getSignature();
            return l.getLabel().isEmpty() ? signature.replaceAll("^.*[.#]", "") : plain(l.getLabel());
        }
        if (tree instanceof ValueTree v) {
            String name = v.getReference().getSignature().replaceAll("^.*#", "");
            return constants.getOrDefault(name, name);
        }
        return "";
    }
}
