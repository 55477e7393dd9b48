package gloaming.flow;

import static org.assertj.core.api.Assertions.assertThat;

import com.tngtech.archunit.core.domain.JavaClass;
import com.tngtech.archunit.core.domain.JavaMethod;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import gloaming.Published;
import java.nio.file.Path;
import java.util.TreeSet;
import org.junit.jupiter.api.Test;

/** What the JIT is told is what the code says of itself. Written anew with {@code JAVA_TOOL_OPTIONS=-Dgloaming.publish=true}. */
class KernelTest {
    private static final Path TOLD = Path.of("../hotspot.txt");

    @Test
    void theJitIsToldOfEveryKernelAndOfNothingElse() throws Exception {
        TreeSet<String> lines = new TreeSet<>();
        for (JavaClass type : new ClassFileImporter()
                .withImportOption(new ImportOption.DoNotIncludeTests())
                .importPackages("gloaming")) {
            String name = type.getName().replace('.', '/');
            if (type.isAnnotatedWith(Kernel.class)) lines.add("dontinline " + name + ".*");
            if (type.isAnnotatedWith(Kernel.Part.class)) lines.add("inline " + name + ".*");
            for (JavaMethod method : type.getMethods()) {
                if (method.isAnnotatedWith(Kernel.class)) lines.add("dontinline " + name + "." + method.getName());
            }
        }
        String told = "quiet\n" + String.join("\n", lines) + "\n";
        Published.asItIs(TOLD, told);
        assertThat(lines).hasSizeGreaterThan(10);
    }
}
