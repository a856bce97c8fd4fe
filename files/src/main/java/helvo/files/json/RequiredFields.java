package helvo.files.json;

import java.lang.reflect.InvocationTargetException;
import java.lang.reflect.RecordComponent;
import java.util.Collection;
import java.util.Map;
import java.util.Optional;

/// Checks that no part of a record read from JSON is missing.
final class RequiredFields {
    private RequiredFields() {}

    /// @throws IllegalArgumentException when a component of a record, at any depth, was not given
    static <T> T require(T read) {
        check(read, "all of it");
        return read;
    }

    private static void check(Object value, String name) {
        switch (value) {
            case null -> throw new IllegalArgumentException("“" + name + "” is missing");
            case Record each -> components(each);
            case Collection<?> all -> all.forEach(each -> check(each, name));
            case Map<?, ?> all ->
                all.forEach((key, each) -> {
                    check(key, name);
                    check(each, name);
                });
            case Optional<?> maybe -> maybe.ifPresent(each -> check(each, name));
            default -> {}
        }
    }

    private static void components(Record value) {
        for (RecordComponent component : value.getClass().getRecordComponents()) {
            if (!component.getType().isPrimitive()) {
                try {
                    check(component.getAccessor().invoke(value), component.getName());
                } catch (IllegalAccessException | InvocationTargetException e) {
                    throw new IllegalStateException(e);
                }
            }
        }
    }
}
