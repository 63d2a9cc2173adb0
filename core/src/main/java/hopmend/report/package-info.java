/**
 * What a report of any diagnostic tool says: first its layout is understood (lines, tables, nested
 * parts), then what stands in its cells is recognised by shape, label and neighbours. How reports
 * name things is data, by language. Way in: {@link hopmend.report.ScanText#read}.
 */
package hopmend.report;
