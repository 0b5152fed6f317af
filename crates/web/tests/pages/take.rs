//! A file of heads, and how the pages take a file in.

pub const HEADS: &str = "count,shape,weight,hook,gap_mm,length_mm,remark\r\n10,ball,1/8 oz,3/0,13.2,40,\"=cmd, “quoted”\nsecond line\"\r\n4,mushroom,3 g,1/0,,,\r\n";

/// Takes a CSV in by the pages, and waits until it is in.
macro_rules! take_csv {
    ($server:expr, $me:expr, $kind:expr, $file:expr) => {{
        let file = location(&send_file!(
            $server,
            $me,
            &format!("/box/import/{}", $kind),
            $file
        ));
        assert!(file.starts_with("/box/import/file/"), "{file}");
        let form = [("csrf", $me.csrf.as_str()), ("good_only", "on")];
        post!($server, $me, &format!("{file}/take"), form);
        let mut to = String::new();
        for _ in 0..400 {
            to = location(&get!($server, $me, &file));
            if !to.is_empty() {
                break;
            }
            actix_web::rt::time::sleep(std::time::Duration::from_millis(20)).await;
        }
        assert!(to.contains("said=imported"), "{to}");
        to
    }};
}

/// The ids of the rows on a page of the box.
pub fn rows(page: &str) -> Vec<String> {
    let starts = page.split("id=\"row-").skip(1);
    starts
        .map(|t| t.split('"').next().unwrap().to_owned())
        .collect()
}
