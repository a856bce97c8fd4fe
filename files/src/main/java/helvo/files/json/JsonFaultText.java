package helvo.files.json;

import java.util.regex.Matcher;
import java.util.regex.Pattern;
import tools.jackson.core.JacksonException;

/// What is wrong with JSON that a person wrote, without the names of classes; it ends with a full stop.
final class JsonFaultText {
    private static final Pattern NOT_ONE_OF =
            Pattern.compile("(?s)from String \"([^\"]*)\".*accepted for Enum class: \\[([^]]*)]");
    private static final Pattern OTHER_TYPE = Pattern.compile("(?s)value of type `([^`]*)` from String \"([^\"]*)\"");
    private static final Pattern OTHER_SHAPE = Pattern.compile("(?s)from (Array|Object) value");
    private static final Pattern UNKNOWN_TYPE = Pattern.compile("(?s)type id '([^']*)'.*known type ids = \\[([^]]*)]");
    private static final Pattern UNKNOWN_MEMBER = Pattern.compile("(?s)Unrecognized property \"([^\"]*)\"");

    private JsonFaultText() {}

    /// @param what the JSON is, as in "edit"
    static String of(String what, RuntimeException fault) {
        if (fault instanceof JacksonException
                && fault.getCause() instanceof IllegalArgumentException own
                && own.getMessage() != null) {
            return ended(own.getMessage());
        }
        String text =
                fault instanceof JacksonException json ? json.getOriginalMessage() : String.valueOf(fault.getMessage());
        Matcher choice = NOT_ONE_OF.matcher(text);
        if (choice.find()) {
            return "“" + choice.group(1) + "” is none of " + choice.group(2) + ".";
        }
        Matcher type = UNKNOWN_TYPE.matcher(text);
        if (type.find()) {
            return "there is no " + what + " “" + type.group(1) + "”.";
        }
        if (text.contains("missing type id")) {
            return "it has no \"type\".";
        }
        Matcher other = OTHER_TYPE.matcher(text);
        if (other.find()) {
            return "“" + other.group(2) + "” is no " + (other.group(1).equals("boolean") ? "true or false" : "number")
                    + ".";
        }
        Matcher shape = OTHER_SHAPE.matcher(text);
        if (shape.find()) {
            return "there is " + (shape.group(1).equals("Array") ? "a list" : "an object") + " where none belongs.";
        }
        Matcher unknown = UNKNOWN_MEMBER.matcher(text);
        return unknown.find()
                ? "there is no “" + unknown.group(1) + "”."
                : ended(text.replaceAll("`?(?:helvo|java|tools)\\.[\\w.$]+`?", "a value")
                        .replaceFirst("(?s)\\n.*", ""));
    }

    private static String ended(String text) {
        return text.endsWith(".") ? text : text + ".";
    }
}
