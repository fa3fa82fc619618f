package zephyrridge.server;

import static org.assertj.core.api.Assertions.assertThat;
import static zephyrridge.server.ApiClient.ok;

import com.networknt.schema.InputFormat;
import com.networknt.schema.JsonSchemaFactory;
import com.networknt.schema.SpecVersion;
import java.io.ByteArrayInputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDateTime;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipEntry;
import java.util.zip.ZipInputStream;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.text.PDFTextStripper;
import org.jooq.DSLContext;
import org.junit.jupiter.api.Test;
import org.junit.jupiter.api.extension.ExtendWith;
import tools.jackson.databind.JsonNode;
import zephyrridge.server.db.Tables;

/** What is said and handed over at the counter. */
@ExtendWith(TestServer.class)
class CounterHttpTest {
    private static final String REACHED = "ask for Thrift, bell 3";

    private static long job(ApiClient client, String owner) {
        return ok(client.post("/api/jobs", Map.of("machineId", "skerrow-tern-16", "owner", owner, "wish", "More room")))
                .get("id")
                .asLong();
    }

    private static ApiClient.Answer note(ApiClient client, long job, long version, String contact) {
        return client.put("/api/jobs/" + job + "/contact", Map.of("expectedVersion", version, "contact", contact));
    }

    private static List<String> names(byte[] zip) throws IOException {
        List<String> names = new ArrayList<>();
        try (ZipInputStream in = new ZipInputStream(new ByteArrayInputStream(zip))) {
            for (ZipEntry e = in.getNextEntry(); e != null; e = in.getNextEntry()) {
                names.add(e.getName());
            }
        }
        return names;
    }

    /** The contact is beside the job: in no document, no history and no list, unless it is asked for; and one never overwrites another. */
    @Test
    void aContactIsKeptApart(TestServer.Running server) throws IOException {
        ApiClient desk = ApiClient.signedIn(server, "desk");
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long id = job(desk, "Thrift on the strand");
        assertThat(ok(desk.get("/api/jobs/" + id + "/contact")).get("version").asLong())
                .isZero();
        assertThat(ok(note(desk, id, 0, "  " + REACHED + " ")).get("contact").asString())
                .isEqualTo(REACHED);
        assertThat(note(ilka, id, 0, "another").status()).isEqualTo(409);
        assertThat(note(ilka, id, 7, "another").status()).isEqualTo(409);
        assertThat(ok(ilka.get("/api/jobs/" + id + "/contact")).get("contact").asString())
                .isEqualTo(REACHED);
        assertThat(note(ilka, id, 1, "x".repeat(201)).status()).isEqualTo(422);
        assertThat(note(ilka, 999_999, 0, "x").status()).isEqualTo(404);
        for (String where : List.of("", "/export", "/events", "/slip")) {
            assertThat(ilka.get("/api/jobs/" + id + where).body()).as(where).doesNotContain("bell 3");
        }
        String archive = "/api/jobs/" + id + "/archive.zip";
        assertThat(names(ilka.getBytes(archive))).doesNotContain("contact.txt");
        assertThat(names(ilka.getBytes(archive + "?contact=true"))).contains("contact.txt");
        // Proposed when the same owner comes again.
        String owner = "?name=Thrift%20on%20the%20strand";
        assertThat(ok(desk.get("/api/owners/contact" + owner)).get("contact").asString())
                .isEqualTo(REACHED);
        assertThat(ok(desk.get("/api/owners/contact?name=Nobody"))
                        .get("contact")
                        .asString())
                .isEmpty();
        assertThat(names(ApiClient.signedIn(server, "wren").getBytes("/api/upkeep/owner/archive.zip" + owner)))
                .contains("contact.txt");
        assertThat(ok(note(ilka, id, 1, "")).get("version").asLong()).isEqualTo(2);
        assertThat(ok(desk.get("/api/owners/contact" + owner)).get("contact").asString())
                .isEmpty();
    }

    /** After the term of the house it is due; the lead sees whose, and erases what was seen. */
    @Test
    void contactsAreErasedAfterTheTermOfTheHouse(TestServer.Running server) {
        ApiClient lead = ApiClient.signedIn(server, "wren");
        ApiClient ilka = ApiClient.signedIn(server, "ilka");
        long old = job(ilka, "Long gone");
        long open = job(ilka, "Still here");
        long fresh = job(ilka, "Just gone");
        for (long id : List.of(old, open, fresh)) {
            ok(note(ilka, id, 0, REACHED));
        }
        DSLContext sql = server.bean(DSLContext.class);
        // The demo's clock stands at 2031-05-14.
        sql.update(Tables.JOB)
                .set(Tables.JOB.STATUS, "CLOSED")
                .set(Tables.JOB.UPDATED_AT, LocalDateTime.of(2029, 5, 13, 12, 0))
                .where(Tables.JOB.ID.eq(old))
                .execute();
        sql.update(Tables.JOB)
                .set(Tables.JOB.STATUS, "CLOSED")
                .set(Tables.JOB.UPDATED_AT, LocalDateTime.of(2029, 5, 15, 12, 0))
                .where(Tables.JOB.ID.eq(fresh))
                .execute();
        sql.update(Tables.JOB)
                .set(Tables.JOB.UPDATED_AT, LocalDateTime.of(2028, 1, 1, 12, 0))
                .where(Tables.JOB.ID.eq(open))
                .execute();
        JsonNode due = ok(lead.get("/api/upkeep/contacts"));
        assertThat(due.get("months").asInt()).isEqualTo(24);
        assertThat(due.get("due")).hasSize(1);
        assertThat(due.at("/due/0/owner").asString()).isEqualTo("Long gone");
        assertThat(due.toString()).doesNotContain("bell 3");
        assertThat(ilka.get("/api/upkeep/contacts").status()).isEqualTo(403);
        // Nothing that is not due goes with it.
        assertThat(lead.post("/api/upkeep/contacts/erase", Map.of("jobs", List.of(old, fresh)))
                        .status())
                .isEqualTo(409);
        assertThat(ok(ilka.get("/api/jobs/" + old + "/contact")).get("contact").asString())
                .isEqualTo(REACHED);
        ok(lead.post("/api/upkeep/contacts/erase", Map.of("jobs", List.of(old))));
        assertThat(ok(ilka.get("/api/jobs/" + old + "/contact")).get("contact").asString())
                .isEmpty();
        assertThat(ok(ilka.get("/api/jobs/" + fresh + "/contact"))
                        .get("contact")
                        .asString())
                .isEqualTo(REACHED);
        assertThat(ok(lead.get("/api/accounts/access")).toString()).contains("CONTACTS_ERASED");
        // A shorter term makes the other one due, too; it is the lead's to set, within bounds.
        Map<String, Object> shorter = Map.of("contactMonths", 23);
        assertThat(ilka.put(
                                "/api/house/keeping",
                                Map.of("expectedVersion", 0, "keeping", shorter, "reason", "less is better"))
                        .status())
                .isEqualTo(403);
        assertThat(lead.put(
                                "/api/house/keeping",
                                Map.of(
                                        "expectedVersion",
                                        0,
                                        "keeping",
                                        Map.of("contactMonths", 0),
                                        "reason",
                                        "less is better"))
                        .status())
                .isEqualTo(422);
        ok(lead.put(
                "/api/house/keeping", Map.of("expectedVersion", 0, "keeping", shorter, "reason", "less is better")));
        assertThat(ok(lead.get("/api/upkeep/contacts")).get("due")).hasSize(1);
        ok(lead.put(
                "/api/house/keeping",
                Map.of("expectedVersion", 1, "keeping", Map.of("contactMonths", 24), "reason", "as before")));
    }

    /** A machine is found by its serial number, on the bench and long after it went home. */
    @Test
    void aMachineIsFoundByItsSerialNumber(TestServer.Running server) {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        long id = job(client, "Serial seekers");
        ok(client.change(id, "NoteSerial", Map.of("serial", "QX-77 0412")));
        assertThat(client.change(id, "NoteSerial", Map.of("serial", "y".repeat(61)))
                        .status())
                .isEqualTo(422);
        for (String text : List.of("QX-77%200412", "qx-77")) {
            JsonNode hits = ok(client.get("/api/find?text=" + text));
            assertThat(hits.at("/0/job").asLong()).as(text).isEqualTo(id);
            assertThat(hits.at("/0/detail").asString()).contains("serial QX-77 0412");
        }
        ok(client.change(id, "CloseJob", Map.of("note", "nothing done", "inParts", "")));
        assertThat(ok(client.get("/api/find?text=qx-77")).at("/0/job").asLong()).isEqualTo(id);
        assertThat(ok(client.get("/api/jobs/closed?text=QX-77")).get("jobs")).hasSize(1);
    }

    /** The ticket says what came along and what was agreed; the document holds to its schema, work with minutes among it. */
    @Test
    void theTicketSaysWhatCameAlongAndWhatWasAgreed(TestServer.Running server) throws IOException {
        ApiClient client = ApiClient.signedIn(server, "ilka");
        ApiClient desk = ApiClient.signedIn(server, "desk");
        long id = job(client, "Ticket holders");
        ok(desk.change(id, "NoteSerial", Map.of("serial", "TH-1")));
        ok(desk.change(id, "NoteThing", Map.of("what", "Charger", "came", 1)));
        ok(desk.change(id, "NoteThing", Map.of("what", "Drive caddy", "came", 2)));
        ok(desk.change(id, "NoteThing", Map.of("what", "Drive caddy", "back", 1)));
        JsonNode events = ok(client.get("/api/jobs/" + id + "/events"));
        assertThat(events.get(events.size() - 1).toString())
                .contains("Came along", "\"Charger; 2 × Drive caddy\"", "\"Charger; 2 × Drive caddy (1 back)\"");
        ok(client.change(id, "Want", Map.of("atLeast", "16 GiB", "budget", "120.00")));
        ok(client.change(id, "OwnerAgrees", Map.of("who", "T. Holder", "to", "16 GB for 96", "how", "BY_PHONE")));
        ok(client.change(
                id, "CounterSays", Map.of("extra", "DUST", "offered", Map.of("minutes", 20, "answer", "YES"))));
        try (PDDocument ticket = Loader.loadPDF(client.getBytes("/api/jobs/" + id + "/ticket.pdf"))) {
            String text = new PDFTextStripper().getText(ticket).replaceAll("\\s+", " ");
            for (String said : List.of(
                    "Serial number TH-1",
                    "Came along: Charger, 2 × Drive caddy",
                    "No more than EUR 120.00 without being asked",
                    "Agreed by phone: 16 GB for 96 (T. Holder, 2031-05-14)")) {
                // On both halves.
                assertThat(text.split(java.util.regex.Pattern.quote(said), -1))
                        .as(said)
                        .hasSize(3);
            }
        }
        String export = client.get("/api/jobs/" + id + "/export").body();
        assertThat(JsonSchemaFactory.getInstance(SpecVersion.VersionFlag.V202012)
                        .getSchema(Files.readString(Path.of("../docs/formats/job.schema.json")))
                        .validate(export, InputFormat.JSON))
                .isEmpty();
        JsonNode copy = ok(
                client.upload("/api/jobs/import", "application/octet-stream", export.getBytes(StandardCharsets.UTF_8)));
        assertThat(copy.get("brought"))
                .isEqualTo(ok(client.get("/api/jobs/" + id)).get("brought"));
        assertThat(copy.at("/consent/how").asString()).isEqualTo("BY_PHONE");
    }
}
