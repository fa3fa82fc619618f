package zephyrridge.server.machine;

import jakarta.validation.constraints.Size;
import java.security.Principal;
import java.time.Duration;
import java.time.Instant;
import java.time.ZoneOffset;
import java.util.List;
import org.springframework.http.CacheControl;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import zephyrridge.core.access.Part;
import zephyrridge.core.machine.MachineRecord;
import zephyrridge.server.account.Accounts;
import zephyrridge.server.photo.Photos;
import zephyrridge.server.web.Problem;

/** Pictures of a model: what one technician saw at the bench, the next one sees before the first screw. */
@RestController
class ModelPhotoController {
    /** @param part name of the part it shows, "" for the whole machine */
    record ModelPhotoView(String id, String partId, String part, String caption, Instant at, String by) {}

    private final Photos photos;
    private final Machines machines;
    private final Accounts accounts;

    ModelPhotoController(Photos photos, Machines machines, Accounts accounts) {
        this.photos = photos;
        this.machines = machines;
        this.accounts = accounts;
    }

    /** The pictures of a model. */
    @GetMapping("/api/machines/{id}/photos")
    List<ModelPhotoView> photos(@PathVariable String id) {
        MachineRecord record = machines.get(id).published();
        return photos.ofModel(id).stream()
                .map(p -> new ModelPhotoView(
                        p.id(),
                        p.part(),
                        record.access().part(p.part()).map(Part::name).orElse(""),
                        p.caption(),
                        p.at().toInstant(ZoneOffset.UTC),
                        accounts.nameOf(p.by())))
                .toList();
    }

    /**
     * Keeps a picture of a model.
     *
     * @param part id of the part it shows, "" for the whole machine
     */
    @PostMapping(
            path = "/api/machines/{id}/photos",
            consumes = {MediaType.IMAGE_JPEG_VALUE, MediaType.IMAGE_PNG_VALUE})
    @ResponseStatus(HttpStatus.CREATED)
    List<ModelPhotoView> keep(
            @PathVariable String id,
            @RequestParam(defaultValue = "") @Size(max = 64) String part,
            @RequestParam(defaultValue = "") @Size(max = 200) String caption,
            @RequestBody byte[] picture,
            Principal who) {
        MachineRecord record = machines.get(id).published();
        if (!part.isEmpty() && record.access().part(part).isEmpty()) {
            throw Problem.notFound("part", part);
        }
        photos.keepOfModel(id, part, caption.strip(), picture, who.getName());
        return photos(id);
    }

    /** A picture of a model, as JPEG. */
    @GetMapping("/api/machines/{id}/photos/{photo}")
    ResponseEntity<byte[]> photo(@PathVariable String id, @PathVariable String photo) {
        byte[] jpeg = photos.jpegOfModel(id, photo).orElseThrow(() -> Problem.notFound("photo", photo));
        return ResponseEntity.ok()
                .contentType(MediaType.IMAGE_JPEG)
                .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).cachePrivate())
                .body(jpeg);
    }

    /** Takes a picture of a model away. */
    @DeleteMapping("/api/machines/{id}/photos/{photo}")
    List<ModelPhotoView> remove(@PathVariable String id, @PathVariable String photo) {
        photos.removeOfModel(id, photo);
        return photos(id);
    }
}
