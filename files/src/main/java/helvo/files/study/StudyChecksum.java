package helvo.files.study;

import helvo.core.Progress;
import helvo.core.study.History;
import helvo.core.study.ReportPlan;
import helvo.core.study.Study;
import java.io.IOException;
import java.io.OutputStream;
import java.io.UncheckedIOException;
import java.security.DigestOutputStream;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.util.HexFormat;

/// The checksum by which somebody tells whether a study has still the tables and figures that a report was made of.
public final class StudyChecksum {
    private StudyChecksum() {}

    /// SHA-256 of the study as a file has it, without its steps and without what its report holds.
    public static String of(Study study) {
        try (var digest =
                new DigestOutputStream(OutputStream.nullOutputStream(), MessageDigest.getInstance("SHA-256"))) {
            StudyFile.writeTo(
                    digest, StoredStudy.of(History.from(study.withReport(ReportPlan.DEFAULT))), Progress.none());
            return HexFormat.of().formatHex(digest.getMessageDigest().digest());
        } catch (IOException e) {
            throw new UncheckedIOException(e);
        } catch (NoSuchAlgorithmException e) {
            throw new IllegalStateException("every Java has SHA-256", e);
        }
    }
}
