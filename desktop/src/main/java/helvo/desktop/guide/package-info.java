/// The guide, as a panel and as HTML.
package helvo.desktop.guide;
