package helvo.report.model;

import helvo.core.study.ReportPlan;

/// The text area of a page, and the size of a figure on it.
///
/// @param scale 1, or less where the page is narrower or lower than the figure
public record PageFit(double widthMm, double heightMm, double scale) {
    /// Around the text, on every side.
    public static final double MARGIN_MM = 20;
    /// What a caption takes below a figure that is as high as the page.
    private static final double CAPTION_MM = 25;

    public static double textWidth(ReportPlan.Paper paper) {
        return paper.widthMm() - 2 * MARGIN_MM;
    }

    public static PageFit of(Block.Picture picture, ReportPlan.Paper paper) {
        double room = paper.heightMm() - 2 * MARGIN_MM - CAPTION_MM;
        double scale = Math.min(1, Math.min(textWidth(paper) / picture.widthMm(), room / picture.heightMm()));
        return new PageFit(picture.widthMm() * scale, picture.heightMm() * scale, scale);
    }
}
