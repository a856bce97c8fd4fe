package helvo.files.json;

import com.fasterxml.jackson.annotation.JsonAlias;
import com.fasterxml.jackson.annotation.JsonAutoDetect.Visibility;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import helvo.core.fit.Curve;
import helvo.core.number.DecimalMark;
import helvo.core.number.NumberNotation;
import helvo.core.study.Commit;
import helvo.core.study.Edit;
import helvo.core.style.Note;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.ColumnFormat;
import helvo.core.table.Derivation;
import helvo.core.table.ExcludedRows;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.Table;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Map;
import java.util.OptionalInt;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.ValueSerializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.jsontype.NamedType;
import tools.jackson.databind.module.SimpleModule;

/// The JSON form of studies, edits and commits, for the study file and the journal. Its words are those of
/// [StudyNames].
public final class StudyJson {
    private static final int PACKED_FROM = 1 << 16;
    private static final int PIECE = 1 << 16;
    private static final JsonMapper MAPPER = newMapper();

    private StudyJson() {}

    /// Reads and writes all that a study is made of, cells included.
    public static JsonMapper mapper() {
        return MAPPER;
    }

    public static String editText(Edit edit) {
        return MAPPER.writerFor(Edit.class).writeValueAsString(edit);
    }

    public static byte[] bytes(Commit commit) {
        return MAPPER.writerFor(Commit.class).writeValueAsBytes(commit);
    }

    /// @throws IllegalArgumentException when the text is no commit
    public static Commit commit(String json) {
        try {
            return RequiredFields.require(MAPPER.readValue(json, Commit.class));
        } catch (JacksonException e) {
            throw new IllegalArgumentException("not a commit: " + e.getOriginalMessage(), e);
        }
    }

    /// @throws IllegalArgumentException with what is wrong when the text is no edit
    public static Edit edit(String json) {
        try {
            return RequiredFields.require(MAPPER.readValue(json, Edit.class));
        } catch (JacksonException e) {
            throw new IllegalArgumentException(JsonFaultText.of("edit", e), e);
        }
    }

    /// One of a family, told by its name in [StudyNames].
    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "type")
    private interface Named {}

    /// Settings of before have another word, and settings have no version.
    private interface OlderNotation {
        @JsonAlias("mark")
        @SuppressWarnings("UnusedMethod") // read by the library
        DecimalMark decimalMark();
    }

    private static JsonMapper newMapper() {
        var values = new SimpleModule("helvo");
        values.addSerializer(Cell.class, new CellOut());
        values.addDeserializer(Cell.class, new CellIn());
        values.addSerializer(Cells.class, new CellsOut());
        values.addDeserializer(Cells.class, new CellsIn());
        values.addSerializer(Curve.class, new CurveJson.Out());
        values.addDeserializer(Curve.class, new CurveJson.In());
        values.addDeserializer(SeriesKey.class, new SeriesKeyIn());
        values.addDeserializer(Note.ReadingMarker.class, new ReadingIn());
        values.addSerializer(ExcludedRows.class, new ExcludedOut());
        values.addDeserializer(ExcludedRows.class, new ExcludedIn());
        // Of two members of one name nobody can tell which counts.
        var builder = JsonMapper.builder()
                .addModule(values)
                .enable(DeserializationFeature.FAIL_ON_READING_DUP_TREE_KEY)
                .propertyNamingStrategy(new StudyNames.Members())
                .annotationIntrospector(new StudyNames.Constants())
                .changeDefaultVisibility(
                        visibility -> visibility.withVisibility(PropertyAccessor.IS_GETTER, Visibility.NONE))
                .addMixIn(NumberNotation.class, OlderNotation.class)
                .addMixIn(Commit.class, Named.class)
                .addMixIn(Edit.class, Named.class)
                .addMixIn(Note.class, Named.class)
                .addMixIn(RowCondition.class, Named.class)
                .addMixIn(ColumnFormat.class, Named.class)
                .addMixIn(Table.Source.class, Named.class)
                .addMixIn(Derivation.class, Named.class);
        return builder.registerSubtypes(StudyNames.types().toArray(NamedType[]::new))
                .build();
    }

    private static final class CellOut extends ValueSerializer<Cell> {
        @Override
        public void serialize(Cell cell, JsonGenerator out, SerializationContext context) {
            switch (cell) {
                case Cell.Number(double value) -> out.writeNumber(value);
                case Cell.Text(String text) -> out.writeString(text);
                case Cell.Empty _ -> out.writeNull();
            }
        }
    }

    private static final class CellIn extends ValueDeserializer<Cell> {
        @Override
        public Cell deserialize(JsonParser in, DeserializationContext context) {
            if (in.currentToken().isNumeric()) {
                return new Cell.Number(in.getDoubleValue());
            }
            return new Cell.Text(in.getValueAsString());
        }

        @Override
        public Cell getNullValue(DeserializationContext context) {
            return Cell.EMPTY;
        }
    }

    /// A list of cells. A long column of numbers alone is packed, so that a commit that brings a large table is on
    /// the disk at once: an object whose `numbers` are texts in base 64, each up to [#PIECE] doubles of eight
    /// bytes, the least significant first.
    private static final class CellsOut extends ValueSerializer<Cells> {
        @Override
        public void serialize(Cells cells, JsonGenerator out, SerializationContext context) {
            if (cells.size() >= PACKED_FROM && cells.areNumbers()) {
                pack(cells, out);
                return;
            }
            var each = new CellOut();
            out.writeStartArray();
            for (int row = 0; row < cells.size(); row++) {
                each.serialize(cells.cell(row), out, context);
            }
            out.writeEndArray();
        }

        private static void pack(Cells cells, JsonGenerator out) {
            out.writeStartObject();
            out.writeArrayPropertyStart("numbers");
            for (int from = 0; from < cells.size(); from += PIECE) {
                int to = Math.min(cells.size(), from + PIECE);
                ByteBuffer bytes =
                        ByteBuffer.allocate((to - from) * Double.BYTES).order(ByteOrder.LITTLE_ENDIAN);
                for (int row = from; row < to; row++) {
                    bytes.putDouble(cells.number(row));
                }
                out.writeBinary(bytes.array());
            }
            out.writeEndArray();
            out.writeEndObject();
        }
    }

    private static final class CellsIn extends ValueDeserializer<Cells> {
        @Override
        public Cells deserialize(JsonParser in, DeserializationContext context) {
            var builder = new Cells.Builder();
            if (in.currentToken() == JsonToken.START_OBJECT) {
                if (!"numbers".equals(in.nextName()) || in.nextToken() != JsonToken.START_ARRAY) {
                    return context.reportInputMismatch(Cells.class, "cells are a list, or packed numbers");
                }
                while (in.nextToken() != JsonToken.END_ARRAY) {
                    unpack(in.getBinaryValue(), builder, context);
                }
                in.nextToken();
                return builder.build();
            }
            var each = new CellIn();
            while (in.nextToken() != JsonToken.END_ARRAY) {
                builder.add(in.currentToken() == JsonToken.VALUE_NULL ? Cell.EMPTY : each.deserialize(in, context));
            }
            return builder.build();
        }

        private static void unpack(byte[] piece, Cells.Builder builder, DeserializationContext context) {
            ByteBuffer bytes = ByteBuffer.wrap(piece).order(ByteOrder.LITTLE_ENDIAN);
            while (bytes.remaining() >= Double.BYTES) {
                double number = bytes.getDouble();
                if (!Double.isFinite(number)) {
                    context.reportInputMismatch(Cells.class, "a packed number is not finite");
                }
                builder.addNumber(number);
            }
        }
    }

    /// A key without the number of a curve is that of the series itself.
    private record SeriesForm(int yColumn, SeriesKey.Rows rows, String group, OptionalInt curve) {}

    private static final class SeriesKeyIn extends ValueDeserializer<SeriesKey> {
        @Override
        public SeriesKey deserialize(JsonParser in, DeserializationContext context) {
            SeriesForm form = RequiredFields.require(context.readValue(in, SeriesForm.class));
            return new SeriesKey(form.yColumn, form.rows, form.group, form.curve.orElse(0));
        }
    }

    /// A reading that does not say how often an unknown was measured is of a y that is exact.
    private record ReadingForm(
            int id, SeriesKey series, boolean fromY, double at, boolean extendsAxes, OptionalInt replicates) {}

    private static final class ReadingIn extends ValueDeserializer<Note.ReadingMarker> {
        @Override
        public Note.ReadingMarker deserialize(JsonParser in, DeserializationContext context) {
            ReadingForm form = RequiredFields.require(context.readValue(in, ReadingForm.class));
            return new Note.ReadingMarker(
                    form.id, form.series, form.fromY, form.at, form.extendsAxes, form.replicates.orElse(0));
        }
    }

    private static final class ExcludedOut extends ValueSerializer<ExcludedRows> {
        @Override
        public void serialize(ExcludedRows rows, JsonGenerator out, SerializationContext context) {
            out.writePOJO(rows.reasons());
        }
    }

    private static final class ExcludedIn extends ValueDeserializer<ExcludedRows> {
        @Override
        public ExcludedRows deserialize(JsonParser in, DeserializationContext context) {
            Map<Integer, String> reasons = context.readValue(
                    in, context.getTypeFactory().constructMapType(Map.class, Integer.class, String.class));
            return ExcludedRows.of(reasons);
        }
    }
}
