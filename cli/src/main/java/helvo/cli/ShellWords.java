package helvo.cli;

import java.util.ArrayList;
import java.util.List;

/// The words of a command line, as the POSIX shell splits it (IEEE 1003.1, 2.2 Quoting), without its substitutions.
final class ShellWords {
    private ShellWords() {}

    /// @param place of the line, for the sentence about it
    static List<String> of(String line, String place) throws UserError {
        var words = new ArrayList<String>();
        var word = new StringBuilder();
        boolean inWord = false;
        char quote = 0;
        for (int i = 0; i < line.length(); i++) {
            char c = line.charAt(i);
            if (quote != 0) {
                boolean escapes =
                        quote == '"' && c == '\\' && i + 1 < line.length() && "\"\\$`".indexOf(line.charAt(i + 1)) >= 0;
                if (escapes) {
                    word.append(line.charAt(++i));
                } else if (c == quote) {
                    quote = 0;
                } else {
                    word.append(c);
                }
            } else if (c == '"' || c == '\'') {
                quote = c;
                inWord = true;
            } else if (c == '\\' && i + 1 < line.length()) {
                word.append(line.charAt(++i));
                inWord = true;
            } else if (Character.isWhitespace(c)) {
                if (inWord) {
                    words.add(word.toString());
                }
                word.setLength(0);
                inWord = false;
            } else if (c == '#' && !inWord) {
                break;
            } else {
                word.append(c);
                inWord = true;
            }
        }
        if (quote != 0) {
            throw new UserError("The quotation mark " + quote + " in " + place + " has no second one.");
        }
        if (inWord) {
            words.add(word.toString());
        }
        return words;
    }
}
