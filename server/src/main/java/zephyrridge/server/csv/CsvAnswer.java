package zephyrridge.server.csv;

import jakarta.servlet.http.HttpServletResponse;
import java.io.IOException;
import java.io.OutputStreamWriter;
import java.nio.charset.StandardCharsets;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVPrinter;
import org.springframework.http.HttpHeaders;

/** An answer that a browser saves as a CSV (RFC 4180), written as it is read. */
public final class CsvAnswer {
    private CsvAnswer() {}

    /**
     * Its heading is written; whoever goes on closes it.
     *
     * @param file name under which it is saved
     */
    public static CSVPrinter begin(HttpServletResponse answer, String file, String... columns) throws IOException {
        answer.setHeader(HttpHeaders.CONTENT_DISPOSITION, "attachment; filename=\"" + file + "\"");
        answer.setContentType("text/csv;charset=UTF-8");
        CSVPrinter csv = new CSVPrinter(
                new OutputStreamWriter(answer.getOutputStream(), StandardCharsets.UTF_8), CSVFormat.RFC4180);
        csv.printRecord((Object[]) columns);
        return csv;
    }
}
