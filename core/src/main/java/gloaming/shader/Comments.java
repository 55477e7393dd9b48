package gloaming.shader;

import java.util.List;
import java.util.Map;

/** The comments of a shader's text. */
final class Comments {
    private Comments() {}

    /**
     * A text without them: each becomes as many spaces as it was long and is remembered; its line ends stay.
     *
     * @param byLine comments by the line they end on, without their marks
     */
    static String without(String text, Map<Integer, String> byLine, List<Problem> problems) {
        StringBuilder clean = new StringBuilder(text.length());
        int line = 1;
        int i = 0;
        while (i < text.length()) {
            char c = text.charAt(i);
            if (c == '\r') {
                if (i + 1 >= text.length() || text.charAt(i + 1) != '\n') {
                    clean.append('\n');
                    line++;
                }
                i++;
            } else if (text.startsWith("//", i)) {
                int end = text.indexOf('\n', i);
                if (end < 0) end = text.length();
                byLine.merge(line, text.substring(i + 2, end).strip(), (a, b) -> a + " " + b);
                clean.append(' ');
                i = end;
            } else if (text.startsWith("/*", i)) {
                int end = text.indexOf("*/", i + 2);
                if (end < 0) {
                    problems.add(new Problem(line, 1, "'/*' : the comment is never closed"));
                    end = text.length();
                }
                String comment = text.substring(i + 2, end);
                // As many spaces as the comment was long: what comes after it keeps its column.
                clean.append("  ");
                for (char in : comment.toCharArray()) {
                    clean.append(in == '\n' ? '\n' : ' ');
                    if (in == '\n') line++;
                }
                clean.append("  ");
                byLine.merge(line, comment.strip(), (a, b) -> a + " " + b);
                i = Math.min(text.length(), end + 2);
            } else {
                if (c == '\n') line++;
                clean.append(c);
                i++;
            }
        }
        return clean.toString();
    }
}
