import com.sun.source.tree.*;
import com.sun.source.util.*;
import java.io.IOException;
import java.nio.file.*;
import java.util.*;
import java.util.stream.*;
import javax.tools.*;

/**
 * Lists the reads of environment variables with literal names that javac's own
 * tree finds below a folder, one a line: file, line and name, separated by tabs.
 */
public class Oracle {
    public static void main(String[] arguments) throws IOException {
        Path root = Path.of(arguments[0]);
        List<Path> files;
        try (Stream<Path> all = Files.walk(root)) {
            files = all.filter(p -> p.toString().endsWith(".java") && Files.isRegularFile(p)).collect(Collectors.toList());
        }
        JavaCompiler compiler = ToolProvider.getSystemJavaCompiler();
        StandardJavaFileManager manager = compiler.getStandardFileManager(null, null, null);
        for (Path file : files) {
            String name = root.relativize(file).toString();
            try {
                DiagnosticCollector<JavaFileObject> said = new DiagnosticCollector<>();
                JavacTask task = (JavacTask) compiler.getTask(null, manager, said, List.of("-proc:none"), null, manager.getJavaFileObjects(file));
                for (CompilationUnitTree unit : task.parse()) {
                    new Finder(name, unit).scan(unit, null);
                }
                if (said.getDiagnostics().stream().anyMatch(d -> d.getKind() == Diagnostic.Kind.ERROR)) {
                    System.out.println(name + "\t0\t?unparsed");
                }
            } catch (RuntimeException e) {
                System.out.println(name + "\t0\t?unparsed");
            }
        }
    }

    /** Finds System.getenv("NAME"), and the members of System.getenv(), also through a plain alias. */
    static class Finder extends TreeScanner<Void, Void> {
        private final String file;
        private final CompilationUnitTree unit;
        private final LineMap lines;
        private final Map<String, String> constants = new HashMap<>();
        private final Set<String> aliases = new HashSet<>();

        Finder(String file, CompilationUnitTree unit) {
            this.file = file;
            this.unit = unit;
            this.lines = unit.getLineMap();
            new TreeScanner<Void, Void>() {
                @Override
                public Void visitVariable(VariableTree v, Void p) {
                    if (v.getInitializer() instanceof LiteralTree literal && literal.getValue() instanceof String s
                            && v.getModifiers().getFlags().contains(javax.lang.model.element.Modifier.FINAL)) {
                        constants.put(v.getName().toString(), s);
                    }
                    if (v.getInitializer() != null && isWhole(v.getInitializer())) {
                        aliases.add(v.getName().toString());
                    }
                    return super.visitVariable(v, p);
                }
            }.scan(unit, null);
        }

        private boolean isWhole(ExpressionTree e) {
            return e instanceof MethodInvocationTree call && call.getArguments().isEmpty() && isGetenv(call.getMethodSelect())
                    || e instanceof IdentifierTree id && aliases.contains(id.getName().toString());
        }

        private boolean isGetenv(ExpressionTree select) {
            return select instanceof MemberSelectTree m && m.getIdentifier().contentEquals("getenv")
                    && (m.getExpression().toString().equals("System") || m.getExpression().toString().equals("java.lang.System"));
        }

        @Override
        public Void visitMethodInvocation(MethodInvocationTree call, Void p) {
            boolean read = isGetenv(call.getMethodSelect());
            if (call.getMethodSelect() instanceof MemberSelectTree m && isWhole(m.getExpression())) {
                read = Set.of("get", "getOrDefault", "containsKey").contains(m.getIdentifier().toString());
            }
            if (read && !call.getArguments().isEmpty()) {
                String name = name(call.getArguments().get(0));
                if (name != null && !name.isEmpty()) {
                    System.out.println(file + "\t" + lines.getLineNumber(start(call)) + "\t" + name);
                }
            }
            return super.visitMethodInvocation(call, p);
        }

        private String name(ExpressionTree e) {
            if (e instanceof LiteralTree literal && literal.getValue() instanceof String s) {
                return s;
            }
            return e instanceof IdentifierTree id ? constants.get(id.getName().toString()) : null;
        }

        private long start(Tree tree) {
            return ((com.sun.tools.javac.tree.JCTree) tree).getStartPosition();
        }
    }
}
