package helvo.files.text;

import java.util.List;
import java.util.Set;
import java.util.stream.Stream;

/// The sign with which lines begin that are comments.
enum CommentSign {
    HASH("#"),
    PERCENT("%"),
    EXCLAMATION("!"),
    SEMICOLON(";"),
    SLASHES("//");

    /// Words that a sentence has, and a name of a column hardly ever.
    private static final Set<String> OF_SENTENCES = Set.of(
            "of", "on", "at", "by", "the", "from", "for", "with", "is", "was", "are", "and", "to", "this", "file");

    private final String sign;

    CommentSign(String sign) {
        this.sign = sign;
    }

    /// That of a file: with which its first line begins, else [#HASH].
    static CommentSign of(Stream<String> lines, Delimiter delimiter) {
        String first = lines.map(String::strip)
                .filter(line -> !line.isEmpty())
                .findFirst()
                .orElse("");
        return Stream.of(values())
                .filter(each -> each.mayStand(delimiter) && each.begins(first))
                .findFirst()
                .orElse(HASH);
    }

    /// "% Yield,Time" names a column in percent.
    private boolean mayStand(Delimiter delimiter) {
        return this == HASH || this == SLASHES || delimiter.isLoose() && delimiter != Delimiter.BAR;
    }

    /// Whether a line, or its first field, begins a comment: "# Instrument 4711", but not "#3", a number.
    boolean begins(CharSequence text) {
        int behind = sign.length();
        if (text.length() < behind || !sign.contentEquals(text.subSequence(0, behind))) {
            return false;
        }
        return text.length() == behind || !Character.isDigit(text.charAt(behind));
    }

    /// Whether the first character of the sign stands in a field.
    boolean isIn(char[] buffer, int offset, int length) {
        char first = sign.charAt(0);
        for (int at = offset; at < offset + length; at++) {
            if (buffer[at] == first) {
                return true;
            }
        }
        return false;
    }

    /// Where a remark begins behind a number: at the sign in "1.5 # started", but not in "Sample # 3" and "5 #3".
    ///
    /// @return −1 where there is none
    int remarkIn(CharSequence text) {
        if (this != HASH && this != SLASHES) {
            // "5 %", "5 !"
            return -1;
        }
        int digit = -1;
        for (int at = 0; at < text.length(); at++) {
            char c = text.charAt(at);
            if (c >= '0' && c <= '9') {
                digit = at;
            } else if (c == sign.charAt(0)
                    && digit >= 0
                    && at > digit + 1
                    && begins(text.subSequence(at, text.length()))) {
                return at;
            } else if (c != ' ' && c != '\t') {
                digit = -1;
            }
        }
        return -1;
    }

    /// What stands behind the sign, once or several times.
    String withoutSign(String text) {
        String rest = text.strip();
        while (rest.startsWith(sign)) {
            rest = rest.substring(sign.length());
        }
        return rest.strip();
    }

    /// Whether fields read as a sentence rather than as names of columns.
    static boolean isSentence(List<String> fields) {
        return fields.stream()
                .flatMap(field ->
                        Stream.of(field.toLowerCase(java.util.Locale.ROOT).split("[ ,.:]+")))
                .anyMatch(OF_SENTENCES::contains);
    }
}
