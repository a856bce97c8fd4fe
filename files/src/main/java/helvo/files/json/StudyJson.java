package helvo.files.json;

import com.fasterxml.jackson.annotation.JsonAutoDetect.Visibility;
import com.fasterxml.jackson.annotation.JsonTypeInfo;
import com.fasterxml.jackson.annotation.PropertyAccessor;
import helvo.core.fit.Curve;
import helvo.core.fit.Curves;
import helvo.core.fit.FixedInterceptLine;
import helvo.core.look.Note;
import helvo.core.study.ColumnEdit;
import helvo.core.study.Commit;
import helvo.core.study.DecisionEdit;
import helvo.core.study.Edit;
import helvo.core.study.FigureEdit;
import helvo.core.study.StudyEdit;
import helvo.core.study.TableEdit;
import helvo.core.table.Cell;
import helvo.core.table.Cells;
import helvo.core.table.Derivation;
import helvo.core.table.Format;
import helvo.core.table.RowCondition;
import helvo.core.table.SeriesKey;
import helvo.core.table.SetAside;
import helvo.core.table.Table;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.util.Map;
import java.util.Optional;
import java.util.OptionalDouble;
import java.util.OptionalInt;
import java.util.TreeMap;
import tools.jackson.core.JacksonException;
import tools.jackson.core.JsonGenerator;
import tools.jackson.core.JsonParser;
import tools.jackson.core.JsonToken;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.DeserializationContext;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.ValueDeserializer;
import tools.jackson.databind.ValueSerializer;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.jsontype.NamedType;
import tools.jackson.databind.module.SimpleModule;

/// The JSON form of studies, edits and commits, for the study file and the journal. A type's name here is part of the format: it
/// stays when a class is renamed.
public final class StudyJson {
    private static final Map<String, Class<?>> NAMES = new TreeMap<>(Map.ofEntries(
            Map.entry("step", Commit.Do.class),
            Map.entry("goes on", Commit.GoOn.class),
            Map.entry("go to", Commit.GoTo.class),
            Map.entry("take up", Commit.TakeUp.class),
            Map.entry("rename study", StudyEdit.Rename.class),
            Map.entry("begin", StudyEdit.Begin.class),
            Map.entry("add table", StudyEdit.AddTable.class),
            Map.entry("remove table", StudyEdit.RemoveTable.class),
            Map.entry("replace table", StudyEdit.ReplaceTable.class),
            Map.entry("use data", StudyEdit.UseData.class),
            Map.entry("follow", StudyEdit.Follow.class),
            Map.entry("append rows", TableEdit.AppendRows.class),
            Map.entry("set cell", TableEdit.SetCell.class),
            Map.entry("set aside where", TableEdit.SetAsideWhere.class),
            Map.entry("move rows", TableEdit.MoveRows.class),
            Map.entry("set role", ColumnEdit.SetRole.class),
            Map.entry("keep one y", ColumnEdit.KeepOneY.class),
            Map.entry("use as further x", ColumnEdit.UseAsFurtherX.class),
            Map.entry("set heading", ColumnEdit.SetHeading.class),
            Map.entry("set kind", ColumnEdit.SetKind.class),
            Map.entry("set format", ColumnEdit.SetFormat.class),
            Map.entry("scale bars", ColumnEdit.ScaleBars.class),
            Map.entry("set own bars", ColumnEdit.SetOwnBars.class),
            Map.entry("set weighting", FigureEdit.Weigh.class),
            Map.entry("set bar meaning", ColumnEdit.SetBarMeaning.class),
            Map.entry("move column", ColumnEdit.MoveColumn.class),
            Map.entry("derive", ColumnEdit.Derive.class),
            Map.entry("set formula", ColumnEdit.SetFormula.class),
            Map.entry("name set", ColumnEdit.NameSet.class),
            Map.entry("decide", DecisionEdit.Decide.class),
            Map.entry("take back", DecisionEdit.TakeBack.class),
            Map.entry("rename table", StudyEdit.RenameTable.class),
            Map.entry("summarise", StudyEdit.Summarise.class),
            Map.entry("turn", StudyEdit.Turn.class),
            Map.entry("compound", StudyEdit.Compound.class),
            Map.entry("set rows aside", TableEdit.SetRowsAside.class),
            Map.entry("bring rows back", TableEdit.BringRowsBack.class),
            Map.entry("set block", TableEdit.SetBlock.class),
            Map.entry("add column", ColumnEdit.AddColumn.class),
            Map.entry("add numbers", ColumnEdit.AddNumbers.class),
            Map.entry("remove column", ColumnEdit.RemoveColumn.class),
            Map.entry("insert rows", TableEdit.InsertRows.class),
            Map.entry("remove rows", TableEdit.RemoveRows.class),
            Map.entry("sort", TableEdit.Sort.class),
            Map.entry("read in", ColumnEdit.ReadIn.class),
            Map.entry("fill series", TableEdit.FillSeries.class),
            Map.entry("set title", FigureEdit.SetTitle.class),
            Map.entry("name figure", FigureEdit.NameFigure.class),
            Map.entry("add figure", StudyEdit.AddFigure.class),
            Map.entry("show", FigureEdit.Show.class),
            Map.entry("choose curve", FigureEdit.ChooseCurve.class),
            Map.entry("add curve", FigureEdit.AddCurve.class),
            Map.entry("remove curve", FigureEdit.RemoveCurve.class),
            Map.entry("resize", FigureEdit.Resize.class),
            Map.entry("use only", FigureEdit.UseOnly.class),
            Map.entry("set sheet", FigureEdit.SetSheet.class),
            Map.entry("set axis", FigureEdit.SetAxis.class),
            Map.entry("zoom", FigureEdit.Zoom.class),
            Map.entry("set legend", FigureEdit.SetLegend.class),
            Map.entry("set series look", FigureEdit.SetSeriesLook.class),
            Map.entry("set curve look", FigureEdit.SetCurveLook.class),
            Map.entry("put note", FigureEdit.PutNote.class),
            Map.entry("remove note", FigureEdit.RemoveNote.class),
            Map.entry("duplicate figure", StudyEdit.DuplicateFigure.class),
            Map.entry("remove figure", StudyEdit.RemoveFigure.class),
            Map.entry("swap axes", StudyEdit.SwapAxes.class),
            Map.entry("plan report", StudyEdit.PlanReport.class),
            Map.entry("describe figure", FigureEdit.Describe.class),
            Map.entry("keep look", StudyEdit.KeepLook.class),
            Map.entry("write numbers", StudyEdit.WriteNumbers.class),
            Map.entry("text", Note.Text.class),
            Map.entry("quoted", Note.Quoted.class),
            Map.entry("rule", Note.Rule.class),
            Map.entry("span", Note.Span.class),
            Map.entry("reading-marker", Note.ReadingMarker.class),
            Map.entry("is", RowCondition.Is.class),
            Map.entry("is one of", RowCondition.OneOf.class),
            Map.entry("between", RowCondition.Between.class),
            Map.entry("beyond", RowCondition.Beyond.class),
            Map.entry("is not", RowCondition.IsNot.class),
            Map.entry("as written", Format.AsWritten.class),
            Map.entry("rounded", Format.Rounded.class),
            Map.entry("significant", Format.Significant.class),
            Map.entry("dates", Format.Dates.class),
            Map.entry("durations", Format.Durations.class),
            Map.entry("text file", Table.Source.Text.class),
            Map.entry("sheet", Table.Source.Sheet.class),
            Map.entry("formula", Derivation.Formula.class),
            Map.entry("carried", Derivation.Carried.class),
            Map.entry("set", Derivation.Membership.class),
            Map.entry("group", Derivation.Group.class),
            Map.entry("turned", Derivation.Turned.class),
            Map.entry("statistic", Derivation.Statistic.class)));
    private static final int PACKED_FROM = 1 << 16;
    private static final int PIECE = 1 << 16;
    private static final JsonMapper MAPPER = newMapper();

    private StudyJson() {}

    /// Reads and writes all that a study is made of, cells included.
    public static JsonMapper mapper() {
        return MAPPER;
    }

    public static String text(Edit edit) {
        return MAPPER.writerFor(Edit.class).writeValueAsString(edit);
    }

    public static String text(Commit commit) {
        return MAPPER.writerFor(Commit.class).writeValueAsString(commit);
    }

    public static byte[] bytes(Commit commit) {
        return MAPPER.writerFor(Commit.class).writeValueAsBytes(commit);
    }

    /// @throws IllegalArgumentException when the text is no commit
    public static Commit commit(String json) {
        try {
            return Complete.require(MAPPER.readValue(json, Commit.class));
        } catch (JacksonException e) {
            throw new IllegalArgumentException("not a commit: " + e.getOriginalMessage(), e);
        }
    }

    /// @throws IllegalArgumentException when the text is no edit
    public static Edit edit(String json) {
        try {
            return Complete.require(MAPPER.readValue(json, Edit.class));
        } catch (JacksonException e) {
            throw new IllegalArgumentException("not an edit: " + e.getOriginalMessage(), e);
        }
    }

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "do")
    private interface NamedEdit {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "commit")
    private interface NamedCommit {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "rows where")
    private interface NamedCondition {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "shown")
    private interface NamedFormat {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "from")
    private interface NamedSource {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "follows")
    private interface NamedDerivation {}

    @JsonTypeInfo(use = JsonTypeInfo.Id.NAME, property = "note")
    private interface NamedNote {}

    private static JsonMapper newMapper() {
        var values = new SimpleModule("helvo");
        values.addSerializer(Cell.class, new CellOut());
        values.addDeserializer(Cell.class, new CellIn());
        values.addSerializer(Cells.class, new CellsOut());
        values.addDeserializer(Cells.class, new CellsIn());
        values.addSerializer(Curve.class, new CurveOut());
        values.addDeserializer(Curve.class, new CurveIn());
        values.addDeserializer(SeriesKey.class, new SeriesKeyIn());
        values.addDeserializer(Note.ReadingMarker.class, new ReadingIn());
        values.addSerializer(SetAside.class, new SetAsideOut());
        values.addDeserializer(SetAside.class, new SetAsideIn());
        // Of two members of one name nobody can tell which counts.
        var builder = JsonMapper.builder().addModule(values).enable(DeserializationFeature.FAIL_ON_READING_DUP_TREE_KEY)
                .changeDefaultVisibility(visibility -> visibility.withVisibility(PropertyAccessor.IS_GETTER, Visibility.NONE))
                .addMixIn(Commit.class, NamedCommit.class)
                .addMixIn(Edit.class, NamedEdit.class)
                .addMixIn(Note.class, NamedNote.class)
                .addMixIn(RowCondition.class, NamedCondition.class)
                .addMixIn(Format.class, NamedFormat.class)
                .addMixIn(Table.Source.class, NamedSource.class)
                .addMixIn(Derivation.class, NamedDerivation.class);
        NAMES.forEach((name, type) -> builder.registerSubtypes(new NamedType(type, name)));
        return builder.build();
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

    /// A list of cells. A long column of numbers alone is packed, so that a commit that brings a large table is on the disk at once: an
    /// object whose `numbers` are texts in base 64, each up to [#PIECE] doubles of eight bytes, the least significant first.
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
                ByteBuffer bytes = ByteBuffer.allocate((to - from) * Double.BYTES).order(ByteOrder.LITTLE_ENDIAN);
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

    /// A curve as the command line names it.
    private record CurveForm(String curve, Integer degree, Double intercept, Boolean onLogScale) {}

    private static final class CurveOut extends ValueSerializer<Curve> {
        @Override
        public void serialize(Curve curve, JsonGenerator out, SerializationContext context) {
            boolean held = curve instanceof FixedInterceptLine;
            out.writePOJO(new CurveForm(curve.keyword(), curve.degree() > 1 ? (Integer) curve.degree() : null,
                    held ? (Double) curve.heldIntercept() : null, curve.onLogScale() ? Boolean.TRUE : null));
        }
    }

    private static final class CurveIn extends ValueDeserializer<Curve> {
        @Override
        public Curve deserialize(JsonParser in, DeserializationContext context) {
            CurveForm form = context.readValue(in, CurveForm.class);
            Optional<Curve> named = Curves.of(form.curve(), form.degree() == null ? OptionalInt.empty() : OptionalInt.of(form.degree()),
                    form.intercept() == null ? OptionalDouble.empty() : OptionalDouble.of(form.intercept()),
                    Boolean.TRUE.equals(form.onLogScale()));
            return named.isPresent() ? named.get() : context.reportInputMismatch(Curve.class, "there is no curve “%s”", form.curve());
        }
    }

    /// A key without the number of a curve is that of the series itself.
    private record SeriesForm(Integer yColumn, SeriesKey.Rows rows, String group, Integer curve) {}

    private static final class SeriesKeyIn extends ValueDeserializer<SeriesKey> {
        @Override
        public SeriesKey deserialize(JsonParser in, DeserializationContext context) {
            SeriesForm form = context.readValue(in, SeriesForm.class);
            return form.yColumn() == null || form.rows() == null || form.group() == null
                    ? context.reportInputMismatch(SeriesKey.class, "a series lacks its column, its rows or its group")
                    : new SeriesKey(form.yColumn(), form.rows(), form.group(), form.curve() == null ? 0 : form.curve());
        }
    }

    /// A reading that does not say how often an unknown was measured is of a y that is exact.
    private record ReadingForm(Integer id, SeriesKey series, Boolean fromY, Double at, Boolean widens, Integer measured) {}

    private static final class ReadingIn extends ValueDeserializer<Note.ReadingMarker> {
        @Override
        public Note.ReadingMarker deserialize(JsonParser in, DeserializationContext context) {
            ReadingForm form = context.readValue(in, ReadingForm.class);
            return form.id() == null || form.series() == null || form.fromY() == null || form.at() == null || form.widens() == null
                    ? context.reportInputMismatch(Note.ReadingMarker.class, "a part of a reading is missing")
                    : new Note.ReadingMarker(form.id(), form.series(), form.fromY(), form.at(), form.widens(),
                            form.measured() == null ? 0 : form.measured());
        }
    }

    private static final class SetAsideOut extends ValueSerializer<SetAside> {
        @Override
        public void serialize(SetAside rows, JsonGenerator out, SerializationContext context) {
            out.writePOJO(rows.reasons());
        }
    }

    private static final class SetAsideIn extends ValueDeserializer<SetAside> {
        @Override
        public SetAside deserialize(JsonParser in, DeserializationContext context) {
            Map<Integer, String> reasons = context.readValue(in,
                    context.getTypeFactory().constructMapType(Map.class, Integer.class, String.class));
            return SetAside.of(reasons);
        }
    }
}
