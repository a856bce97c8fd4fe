package helvo.core.number;

/// The sign between the whole and the broken part of a number, as a file or a person writes it.
public enum DecimalMark {
    POINT('.'),
    COMMA(',');

    private final char sign;

    DecimalMark(char sign) {
        this.sign = sign;
    }

    public char sign() {
        return sign;
    }
}
