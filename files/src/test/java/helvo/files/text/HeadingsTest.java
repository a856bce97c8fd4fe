package helvo.files.text;

import static org.assertj.core.api.Assertions.assertThat;

import helvo.core.Progress;
import helvo.core.table.Column;
import helvo.core.table.ImportOptions;
import helvo.core.table.Table;
import helvo.files.UnreadableFile;
import helvo.files.table.TableImport;
import helvo.files.table.TableReading;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import org.junit.jupiter.api.io.TempDir;
import org.junit.jupiter.params.ParameterizedTest;
import org.junit.jupiter.params.provider.Arguments;
import org.junit.jupiter.params.provider.CsvSource;
import org.junit.jupiter.params.provider.MethodSource;

/// Which line names the columns, as other programs write tables every day.
class HeadingsTest {
    @TempDir
    Path folder;

    private static Arguments of(String text, String headings, int rows) {
        return Arguments.of(text, headings, rows);
    }

    private static Table read(String text) throws UnreadableFile {
        return TextTable.readText(text.getBytes(StandardCharsets.UTF_8), "table.txt", ImportOptions.NONE)
                .table();
    }

    static Stream<Arguments> rowsWithNames() {
        return Stream.of(
                of("\"Load\" \"Stretch\"\n\"1\" 10 2.5\n\"2\" 20 4.9\n\"3\" 30 7.6\n", "Column 1|Load|Stretch", 3),
                of("Load,Stretch\n1,10,2.5\n2,20,4.9\n", "Column 1|Load|Stretch", 2),
                of("Load;Stretch\n1;10;2,5\n2;20;4,9\n", "Column 1|Load|Stretch", 2),
                of("Load\tStretch\nmarram a\t10\t2.5\nmarram b\t20\t4.9\n", "Column 1|Load|Stretch", 2),
                of("Load Stretch\n\"sea grass\" 10 2.5\n\"hemp\" 20 4.9\n", "Column 1|Load|Stretch", 2),
                of("Load,Stretch\n10,2.5,\n20,4.9,\n", "Load|Stretch", 2),
                of("\"\",\"Load\",\"Stretch\"\n\"1\",10,2.5\n\"2\",20,4.9\n", "Column 1|Load|Stretch", 2));
    }

    static Stream<Arguments> comments() {
        return Stream.of(
                of("# time voltage current\n0 1.5 2\n1 4 4\n2 6.5 6\n", "time|voltage|current", 3),
                of("% time voltage current\n0 1.5 2\n1 4 4\n2 6.5 6\n", "time|voltage|current", 3),
                of("! time voltage\n0 1.5\n1 4\n2 6.5\n", "time|voltage", 3),
                of("; time voltage\n0 1.5\n1 4\n2 6.5\n", "time|voltage", 3),
                of("// time voltage\n0 1.5\n1 4\n2 6.5\n", "time|voltage", 3),
                of("//time,voltage\n0,1.5\n1,4\n2,6.5\n", "time|voltage", 3),
                of("#time voltage\n0 1.5\n1 4\n2 6.5\n", "time|voltage", 3),
                of("# time, voltage\n0,1.5\n1,4\n2,6.5\n", "time|voltage", 3),
                of("#\ttime\tvoltage\n0\t1.5\n1\t4\n2\t6.5\n", "time|voltage", 3),
                of("#  time   voltage\n   0   1.5\n   1   4\n   2   6.5\n", "time|voltage", 3),
                of("# time voltage\n# measured on Monday\n0 1.5\n1 4\n2 6.5\n", "time|voltage", 3),
                of("# measured on Monday\n# time voltage\n0 1.5\n1 4\n2 6.5\n", "time|voltage", 3),
                of("# measured on Monday\n0 1.5 2\n1 4 4\n2 6.5 6\n", "Column 1|Column 2|Column 3", 3),
                of("# rig 7: the table below has been made anew by hand\n0 1.5\n1 4\n2 6.5\n", "x|y", 3),
                of("time voltage\n0 1.5\n# the lamp went out\n1 4\n2 6.5\n# the end\n", "time|voltage", 3),
                of("time,voltage\n0,1.5\n# the lamp went out\n1,4\n2,6.5\n", "time|voltage", 3),
                of("time  voltage\n----  -------\n   0      1.5\n   1      4\n   2      6.5\n", "time|voltage", 3),
                of("==== =======\ntime voltage\n==== =======\n0 1.5\n1 4\n==== =======\n", "time|voltage", 2),
                of("  0.5  24.0 sisal\n 10.5 -24.0 hemp\n-10.5  -2.0 jute\n", "Column 1|Column 2|Column 3", 3),
                of("no,name,load\n#1,marram,2\n#2,hemp,3\n", "no|name|load", 2));
    }

    static Stream<Arguments> namesLikeValues() {
        return Stream.of(
                of("Country,2019,2020,2021\nA,1.5,2.7,3.5\nB,4,5,6.5\n", "Country|2019|2020|2021", 2),
                of("Country,1960,1961,1962\nA,1950,2010,2020\nB,1910,2050,2001\n", "Country|1960|1961|1962", 2),
                of("Country,2003,2002,2001\nA,15,28,35\nB,40,50,65\n", "Country|2003|2002|2001", 2),
                of("Country,1960,1961,1962\nA,1.5,,\nB,,5,\nC,,,7\n", "Country|1960|1961|1962", 3),
                of("name,1,2,3\nA,5,2,9\nB,4,8,1\n", "name|1|2|3", 2),
                of(",1,2,3\nA,5,2,9\nB,4,8,1\n", "Column 1|1|2|3", 2),
                of(",0,1,2\n0,5.5,2.5,9.5\n1,4,8,1\n", "Column 1|0|1|2", 2),
                of("wavelength,0,0.1,0.2\n400,0.31,0.44,0.52\n410,0.33,0.41,0.60\n", "wavelength|0|0.1|0.2", 2),
                of("sample,400.5,410.5\nA,0.31,0.44\nB,0.33,0.41\n", "sample|400.5|410.5", 2),
                of("time,0.1 mM,0.5 mM\n0,1.1,1.2\n1,2.1,3.3\n2,3.4,5.2\n", "time|0.1 mM|0.5 mM", 3),
                of("0.1M,0.5M\n1.1,1.2\n2.1,3.3\n3.4,5.2\n", "0.1M|0.5M", 3),
                of("region,1/22/20,1/23/20\nA,1,2\nB,0,5\n", "region|1/22/20|1/23/20", 2),
                of("state,region,2024-01-01,2024-01-02\nA,x,1,2\nB,y,0,5\n", "state|region|2024-01-01|2024-01-02", 2),
                of("well,0:00,0:15,0:30\nA1,0.1,0.2,0.3\nA2,0.2,0.1,0.5\n", "well|0:00|0:15|0:30", 2),
                of("item,Jan 2020,Feb 2020\nA,1,2\nB,0,5\n", "item|Jan 2020|Feb 2020", 2),
                of("item,Q1 2020,Q2 2020\nA,1,2\nB,0,5\n", "item|Q1 2020|Q2 2020", 2),
                of("item,2019*,2020*\nA,1,2\nB,0,5\n", "item|2019*|2020*", 2),
                of("FEV1,PCO2,HBA1\n3.1,40,5.6\n2.9,41,5.1\n", "FEV1|PCO2|HBA1", 2),
                of("VAR1,CPI2015,age\n3.1,40,5.6\n2.9,41,5.1\n", "VAR1|CPI2015|age", 2),
                of("time,,\n0,1,2\n1,3,4\n2,5,8\n", "time|Column 2|Column 3", 3),
                of("150,4,marram,hemp,sisal\n5.1,3.5,1.4,0.2,0\n4.9,3.0,1.4,0.2,0\n", "150|4|marram|hemp|sisal", 2),
                of("506,3,,\nLoad,Stretch,Mass\n1,2.5,3\n2,4.9,4\n", "Load|Stretch|Mass", 2),
                of("1,2.5\n2,4.9\n3,7.6\n", "x|y", 3),
                of("2019,2.5,2\n2020,4.9,4\n2021,7.6,5\n", "Column 1|Column 2|Column 3", 3),
                of("A,5.2,3.1\nB,4.8,2.9\nC,5.5,3.3\n", "Column 1|Column 2|Column 3", 3),
                of("2024-01-01,5.2\n2024-01-02,4.8\n2024-01-03,5.5\n", "x|y", 3));
    }

    static Stream<Arguments> delimiters() {
        return Stream.of(
                of("\"y\"\n5,66\n5,5\n4,75\n", "y", 3),
                of("Cord;Maker\nmarram;Hale\nsisal;Orr\n", "Cord|Maker", 2),
                of("Cord\tMaker\nmarram\tHale\nsisal\tOrr\n", "Cord|Maker", 2),
                of("Cord Maker\nmarram Hale\nsisal Orr\n", "Cord|Maker", 2),
                of("Cord,Maker\ntest cord 01,maker 1\n,maker 2\n", "Cord|Maker", 2));
    }

    static Stream<Arguments> rowsOfOneValue() {
        return Stream.of(
                of("dose,response\n1,\n2,\n4,3.1\n8,5.2\n", "dose|response", 4),
                of("cord,load\nmarram,\nhemp,\nsisal,3.1\njute,4\n", "cord|load", 4),
                of("a,b,c\n1,\"\",\"\"\n2,3,4\n", "a|b|c", 2),
                of("dose;response\n;1,5\n2;\n4;3,1\n", "dose|response", 3),
                of("1,\n2,\n4,3.1\n8,5.2\n", "x|y", 4),
                of("time,voltage\ns,V\n0,1.5\n1,4\n", "time|voltage", 2));
    }

    @ParameterizedTest
    @MethodSource({"rowsWithNames", "comments", "namesLikeValues", "delimiters", "rowsOfOneValue"})
    void namesAndRowsAreTold(String text, String headings, int rows) throws UnreadableFile {
        Table table = read(text);
        List<String> names = table.columns().stream().map(Column::name).toList();
        assertThat(names.stream().collect(Collectors.joining("|"))).as(text).isEqualTo(headings);
        assertThat(table.rows()).as(text).isEqualTo(rows);
    }

    /// Lines that may be headings or the first measurement: a word over numbers among numbers, numbers that go on
    /// evenly over others that do not. They are asked, and each answer is shown.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Conc,5,10,25\\n1,5.2,10.1,24.8\\n2,5.3,9.9,25.3\\n|1|Conc/5/10/25",
                "torn,5.1,10.3,25.2\\n1,5.2,10.1,24.8\\n2,5.3,9.9,25.3\\n|1|torn/5.1/10.3/25.2",
                "0,0.1,0.2,0.3\\n1.5,5.2,10.1,24.8\\n2.5,5.3,9.9,25.3\\n|1|0/0.1/0.2/0.3",
                "Rig 7\\n\\nConc,5,10,25\\n1,5.2,10.1,24.8\\n2,5.3,9.9,25.3\\n|3|Conc/5/10/25"
            })
    void whatIsNotDecidedIsAsked(String text, int line, String headings) throws Exception {
        Path file = Files.writeString(folder.resolve("open.csv"), text.replace("\\n", "\n"));
        TableImport read = TableImport.read(file, Progress.none());
        assertThat(read.table().importReport().orElseThrow().openLine()).isEqualTo(line);
        assertThat(read.readings()).extracting(TableReading::name).endsWith("A measurement");
        Table headed = read.readings().getFirst().table();
        assertThat(headed.columns().stream().map(Column::name).collect(Collectors.joining("/")))
                .isEqualTo(headings);
        assertThat(headed.rows()).isEqualTo(2);
        assertThat(headed.importReport().orElseThrow().question()).isEmpty();
        Table measured = read.readings().getLast().table();
        assertThat(measured.rows()).isEqualTo(3);
        assertThat(measured.column(2).cells().number(0))
                .isEqualTo(read.table().column(2).cells().number(0));
        assertThat(measured.importReport().orElseThrow().question()).isEmpty();
    }

    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "1,2,3\\n2,4.1,5.9\\n3,6.2,8.8\\n",
                "1,2,3,4\\n2,3,4,5\\n3,4,5,6\\n",
                "5.1,3,7,1\\n2,4.1,5.9,2\\n3,6.2,8.8,3\\n",
                "Load,Stretch\\n10,2.5\\n20,4.9\\n",
                "dry,1.5,2\\nwaxed,2.5,3\\nsoaked,3,4\\n"
            })
    void whatIsDecidedIsNotAsked(String text) throws UnreadableFile {
        assertThat(read(text.replace("\\n", "\n")).importReport().orElseThrow().question())
                .isEmpty();
    }

    /// Remarks behind values, which are no part of them; a number sign that belongs to a name stays.
    @ParameterizedTest
    @CsvSource(
            delimiter = '|',
            value = {
                "Load,Stretch\\n10,2.5 # started\\n20,4.9\\n|2.5 4.9",
                "Load,Stretch\\n10,2.5,# it slipped, then held\\n20,4.9\\n|2.5 4.9",
                "Load Stretch\\n10 2.5 # it slipped, then held\\n20 4.9\\n|2.5 4.9",
                "Load  Stretch\\n  10      2.5   #started\\n  20      4.9\\n|2.5 4.9",
                "Load,Cord\\n10,marram # 3\\n20,hemp\\n|marram # 3 hemp",
                "Load,Cord\\n10,5 #3\\n20,hemp\\n|5 #3 hemp"
            })
    void remarksBehindValuesAreLeftOut(String text, String second) throws UnreadableFile {
        Table table = read(text.replace("\\n", "\n"));
        assertThat(table.columns()).hasSize(2);
        assertThat(table.column(2).shown(0, table.decimalMark()) + " "
                        + table.column(2).shown(1, table.decimalMark()))
                .isEqualTo(second);
    }
}
